'use client';

import { useEffect, useRef } from 'react';
import type { Id } from '@/core/job/records';
import { Field, NumberInput, TextInput } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
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
  of,
}: {
  value: string;
  onChange: (name: string) => void;
  label?: string;
  /** The record that it names: just put down, it takes the keys; Esc gives them back and ends the series. */
  of?: Id;
}) {
  const store = useJobStore();
  const input = useRef<HTMLInputElement>(null);
  const asked = useJob((s) => s.naming !== null && s.naming === of);
  useEffect(() => {
    if (!asked) return;
    store.getState().set({ naming: null });
    // once the press that put it down is over: that takes the focus away
    setTimeout(() => {
      // Esc came first: the keys are for the page again
      if (store.getState().tool === 'select') return;
      input.current?.focus();
      input.current?.select();
    });
  }, [asked, store]);
  return (
    <Field label={label}>
      {(id) => (
        <TextInput
          id={id}
          value={value}
          input={input}
          onEscape={() => {
            if (!of) return;
            store.getState().set({ tool: 'select' });
            // at once: the next key is for the page
            input.current?.blur();
          }}
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

/** A line of words with the most that it takes. */
export function WordsField({
  label,
  value,
  most,
  save,
  className = 'w-full',
}: {
  label: string;
  value: string;
  most: number;
  save: (words: string) => void;
  className?: string;
}) {
  return (
    <Field label={label}>
      {(id) => (
        <TextInput
          id={id}
          value={value}
          className={className}
          read={(text) => {
            if (text.trim().length > most) throw new Error(`${label}: ${most} characters at most.`);
            save(text.trim());
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
