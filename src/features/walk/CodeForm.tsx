'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button, inputClass } from '@/ui/primitives';

/** The code that the Phone button shows, typed by hand. */
export function CodeForm({ note }: { note?: string }) {
  const router = useRouter();
  const [code, setCode] = useState('');
  const [error, setError] = useState('');
  return (
    <form
      className="p-4"
      onSubmit={(e) => {
        e.preventDefault();
        const typed = code.replace(/[\s-]/g, '').toUpperCase();
        if (typed.length !== 6) setError('A code has six letters and digits.');
        else router.push(`/walk/${encodeURIComponent(typed)}`);
      }}
    >
      <label className="block text-[16px] font-bold" htmlFor="code">
        Code of the walk
      </label>
      <p className="mt-1 text-muted">
        It stands beside the picture code that the Phone button shows on the laptop. {note}
      </p>
      <div className="mt-3 flex gap-2">
        <input
          id="code"
          className={`${inputClass} !h-[50px] min-w-0 flex-1 text-center text-[20px] font-bold tracking-[0.2em] uppercase`}
          autoComplete="off"
          autoCapitalize="characters"
          spellCheck={false}
          maxLength={9}
          value={code}
          aria-invalid={error !== ''}
          onChange={(e) => setCode(e.target.value)}
        />
        <Button type="submit" look="action" className="!h-[50px] px-5">
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
