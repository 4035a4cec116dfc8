'use client';

import { Choice, Field } from '@/ui/primitives';
import { chosen, optionsOf } from './shared';

/** One of a few words, in a labelled line. */
export function WordChoice<T extends string>({
  label,
  value,
  words,
  onChange,
}: {
  label: string;
  value: T;
  words: Record<T, string>;
  onChange: (value: T) => void;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <Choice
          id={id}
          value={value}
          options={optionsOf(words)}
          onChange={(v) => {
            const next = chosen(words, v);
            if (next !== undefined) onChange(next);
          }}
        />
      )}
    </Field>
  );
}

/** A yes or no in a labelled line. */
export function TickField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: boolean;
  onChange: (value: boolean) => void;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <input
          id={id}
          type="checkbox"
          className="h-4 w-4 accent-(--color-action) pointer-coarse:h-6 pointer-coarse:w-6"
          checked={value}
          onChange={(e) => onChange(e.target.checked)}
        />
      )}
    </Field>
  );
}
