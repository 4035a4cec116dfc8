'use client';

import { Field, NumberInput, TextInput } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { lengthText, parseLength } from '@/ui/units';

/** A length in the job's own measure. */
export function LengthField({
  label,
  value,
  min,
  max,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  onChange: (metres: number) => void;
}) {
  const lengths = useJob((s) => s.job.info.lengths);
  return (
    <Field label={label}>
      {(id) => (
        <TextInput
          id={id}
          className="w-28 text-right"
          value={lengthText(value, lengths)}
          read={(text) => {
            const metres = parseLength(text, lengths);
            if (metres === null)
              throw new Error(
                lengths === 'm'
                  ? 'A length is needed, for example 1.20'
                  : 'A length is needed, for example 3 11',
              );
            if (metres < min || metres > max)
              throw new Error(`From ${lengthText(min, lengths)} to ${lengthText(max, lengths)}.`);
            onChange(Math.round(metres * 1000) / 1000);
          }}
        />
      )}
    </Field>
  );
}

export function NameField({
  value,
  onChange,
  label = 'Name',
}: {
  value: string;
  onChange: (name: string) => void;
  label?: string;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <TextInput
          id={id}
          value={value}
          read={(text) => {
            if (text.trim() === '') throw new Error('A name is needed.');
            if (text.trim().length > 120) throw new Error('At most 120 letters.');
            onChange(text.trim());
          }}
        />
      )}
    </Field>
  );
}

export function NumberField({
  label,
  value,
  unit,
  min,
  max,
  onChange,
}: {
  label: string;
  value: number;
  unit: string;
  min: number;
  max: number;
  onChange: (value: number) => void;
}) {
  return (
    <Field label={label}>
      {(id) => <NumberInput id={id} value={value} unit={unit} min={min} max={max} onChange={onChange} />}
    </Field>
  );
}
