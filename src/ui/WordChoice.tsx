'use client';

import { Choice, Field } from '@/ui/primitives';

/** Options from words by value. */
export const optionsOf = <T extends string>(words: Record<T, string>): { value: T; text: string }[] =>
  (Object.keys(words) as T[]).map((value) => ({ value, text: words[value] }));

/** The option that was chosen, as its own type. */
export const chosen = <T extends string>(words: Record<T, string>, value: string): T | undefined =>
  (Object.keys(words) as T[]).find((k) => k === value);

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
