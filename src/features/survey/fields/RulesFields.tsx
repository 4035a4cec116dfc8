'use client';

import type { Job } from '@/core/job/job';
import type { AnyRecord } from '@/core/job/records';
import { radioRules } from '@/core/wifi/radioRules';
import { Field, PartHead, TextInput } from '@/ui/primitives';
import { NumberField } from '@/client/inputs';
import { TickField, WordChoice } from '@/ui/WordChoice';

/** What is forbidden and what is preferred: drilling, cable in sight, budget, names, radio rules. */
export function RulesFields({ job, save }: { job: Job; save: (next: AnyRecord, what: string) => void }) {
  const { info } = job;
  const drilling = info.noDrilling ? 'none' : info.noOuterDrilling ? 'inner' : 'all';
  const rules = radioRules[info.countryGroup];
  return (
    <>
      <PartHead>Restrictions</PartHead>
      <WordChoice
        label="Drilling"
        value={drilling}
        words={{ all: 'through any wall', inner: 'inner walls only', none: 'nowhere' }}
        onChange={(v) =>
          save({ ...info, noDrilling: v === 'none', noOuterDrilling: v === 'inner' }, 'Drilling')
        }
      />
      <TickField
        label="No visible cable"
        value={info.noVisibleCable}
        onChange={(noVisibleCable) => save({ ...info, noVisibleCable }, 'Visible cable')}
      />
      <TickField
        label="Listed building"
        value={info.listed}
        onChange={(listed) => save({ ...info, listed }, 'Listed')}
      />
      <TickField
        label="Rented"
        value={info.rented}
        onChange={(rented) => save({ ...info, rented }, 'Rented')}
      />
      <PartHead>Preferences</PartHead>
      <TickField
        label="Wired at nearly equal cost"
        value={info.preferWired}
        onChange={(preferWired) => save({ ...info, preferWired }, 'Prefer wired')}
      />
      <TickField
        label="Cover rooms too, 90 % of the area"
        value={info.coverRooms}
        onChange={(coverRooms) => save({ ...info, coverRooms }, 'Rooms as needs')}
      />
      <TickField
        label="No unit in front of a window"
        value={info.clearWindows}
        onChange={(clearWindows) => save({ ...info, clearWindows }, 'Windows kept clear')}
      />
      <WordChoice
        label="Network names"
        value={info.networkNames}
        words={{ one: 'one', two: 'two: extender separate', 'five-only': 'one, without 2.4 GHz' }}
        onChange={(networkNames) => save({ ...info, networkNames }, 'Network names')}
      />
      <NumberField
        label="Budget, 0 = no limit"
        value={info.budget ?? 0}
        unit={info.currency}
        min={0}
        max={1_000_000}
        onChange={(v) => save({ ...info, budget: v || null }, 'Budget')}
      />
      <Field label="Currency">
        {(id) => (
          <TextInput
            id={id}
            className="w-20"
            value={info.currency}
            read={(text) => {
              const currency = text.trim().toUpperCase();
              if (!/^[A-Z]{3}$/.test(currency)) throw new Error('Three letters, for example EUR.');
              save({ ...info, currency }, 'Currency');
            }}
          />
        )}
      </Field>
      <PartHead>Radio rules</PartHead>
      <WordChoice
        label="Country group"
        value={info.countryGroup}
        words={{
          europe: radioRules.europe.name,
          britain: radioRules.britain.name,
          'north-america': radioRules['north-america'].name,
        }}
        onChange={(countryGroup) => save({ ...info, countryGroup }, 'Country group')}
      />
      <p className="mt-1.5 text-[12px] text-muted">
        At most {rules.bands['2.4'].eirpDbm} dBm at 2.4 GHz, {rules.bands['5'].eirpDbm} at 5,{' '}
        {rules.bands['6'].eirpDbm} at 6 (indoors only). Planning values: check the local rules.
      </p>
    </>
  );
}
