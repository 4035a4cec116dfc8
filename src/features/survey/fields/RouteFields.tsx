'use client';

import { find } from '@/core/job/job';
import { Field, PartHead, TextInput } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';
import { LengthField, NameField, NumberField } from '@/client/inputs';
import type { FieldsProps } from './shared';
import { WordChoice } from '@/ui/WordChoice';

/** A way for cables: a duct, attic, cellar, crawl space or cavity. */
export function RouteFields({ job, record: r, save }: FieldsProps<'route'>) {
  const lengths = useJob((s) => s.job.info.lengths);
  const long = r.points.slice(1).reduce((sum, p, i) => {
    const before = r.points[i];
    return before && before.storeyId === p.storeyId
      ? sum + Math.hypot(p.xM - before.xM, p.yM - before.yM)
      : sum;
  }, 0);
  return (
    <>
      <PartHead right={`about ${lengthText(long, lengths, 1)}`}>Cable route</PartHead>
      <NameField value={r.name} onChange={(name) => save({ ...r, name }, `Rename ${r.name}`)} />
      <WordChoice
        label="Kind"
        value={r.kind}
        words={{
          duct: 'duct',
          attic: 'attic',
          cellar: 'cellar',
          'crawl-space': 'crawl space',
          cavity: 'cavity',
          surface: 'on the surface',
        }}
        onChange={(kind) => save({ ...r, kind }, 'Type of cable route')}
      />
      {r.kind === 'duct' && (
        <NumberField
          label="Inner width"
          value={r.boreMm ?? 50}
          unit="mm"
          min={5}
          max={500}
          onChange={(boreMm) => save({ ...r, boreMm }, 'Width of a duct')}
        />
      )}
      {(['first', 'last'] as const).map((which) => {
        const i = which === 'first' ? 0 : r.points.length - 1;
        const point = r.points[i];
        return (
          point && (
            <LengthField
              key={which}
              label={`${which === 'first' ? 'Begins' : 'Ends'} above ${find(job, 'storey', point.storeyId)?.name.toLowerCase() ?? 'floor'}`}
              value={point.heightM}
              min={-50}
              max={50}
              onChange={(heightM) =>
                save(
                  { ...r, points: r.points.map((p, k) => (k === i ? { ...p, heightM } : p)) },
                  'Height of a cable route',
                )
              }
            />
          )
        );
      })}
      <Field label="Note">
        {(id) => (
          <TextInput
            id={id}
            value={r.note}
            read={(t) => save({ ...r, note: t.slice(0, 2000) }, 'Note on a cable route')}
          />
        )}
      </Field>
    </>
  );
}
