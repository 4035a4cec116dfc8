'use client';

import { zodResolver } from '@hookform/resolvers/zod';
import { useForm } from 'react-hook-form';
import { z } from 'zod';
import { Button, inputClass } from '@/ui/primitives';
import { useLive } from '@/ui/useLive';

const codeSchema = z.object({
  code: z
    .string()
    .transform((text) => text.replace(/[\s-]/g, '').toUpperCase())
    .refine((text) => text.length === 6, 'A code has six letters and digits.'),
});

/** The code that the Phone button shows, typed by hand. */
export function CodeForm({ note }: { note?: string }) {
  const live = useLive();
  // no default: what was typed before the page answered is taken as it stands
  const { register, handleSubmit, formState } = useForm({ resolver: zodResolver(codeSchema) });
  const error = formState.errors.code?.message;
  // a page of its own: what it may reach comes with it
  const open = handleSubmit(({ code }) => window.location.assign(`/walk/${encodeURIComponent(code)}`));
  return (
    <form className="p-4" onSubmit={(e) => void open(e)}>
      <label className="block text-[16px] font-bold" htmlFor="code">
        Walk test code
      </label>
      <p className="mt-1 text-muted">
        The code is beside the QR code. Press the Phone button on the laptop to see it. {note}
      </p>
      <div className="mt-3 flex gap-2">
        <input
          id="code"
          className={`${inputClass} !h-[50px] min-w-0 flex-1 text-center text-[20px] font-bold tracking-[0.2em] uppercase`}
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          maxLength={9}
          aria-invalid={error !== undefined}
          {...register('code')}
        />
        <Button type="submit" look="action" className="!h-[50px] px-5" disabled={!live}>
          Open
        </Button>
      </div>
      {error && (
        <p role="alert" className="mt-2 text-rust-text">
          {error}
        </p>
      )}
    </form>
  );
}
