'use client';

import { useRouter } from 'next/navigation';
import { type FormEvent, useState } from 'react';
import { newJobSchema } from '@/core/templates/newJob';
import { assemblyLibrary } from '@/core/templates/library';
import { Button, Choice, Field, inputClass, Segmented } from '@/ui/primitives';
import { messageOf } from '@/client/store/api';
import { type Lengths, lengthText, parseLength } from '@/ui/units';
import { makeJob } from './jobsApi';

/** A new job from the outer size of a house; everything else is drawn and corrected in Survey. */
export function NewJobForm() {
  const router = useRouter();
  const [lengths, setLengths] = useState<Lengths>('m');
  const [name, setName] = useState('');
  const [width, setWidth] = useState('9.00');
  const [depth, setDepth] = useState('7.00');
  const [storeys, setStoreys] = useState('2');
  const [outer, setOuter] = useState('asm-brick-solid');
  const [down, setDown] = useState('200');
  const [up, setUp] = useState('50');
  const [problem, setProblem] = useState<{ path: string; message: string } | null>(null);
  const [busy, setBusy] = useState(false);

  async function begin(event: FormEvent) {
    event.preventDefault();
    const number = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));
    const parsed = newJobSchema.safeParse({
      name,
      lengths,
      widthM: parseLength(width, lengths) ?? NaN,
      depthM: parseLength(depth, lengths) ?? NaN,
      storeys: number(storeys),
      outerAssemblyId: outer,
      planDownMbps: number(down),
      planUpMbps: number(up),
    });
    if (!parsed.success) {
      const issue = parsed.error.issues[0];
      setProblem({ path: String(issue?.path[0] ?? ''), message: issue?.message ?? 'Not right.' });
      return;
    }
    setBusy(true);
    try {
      const job = await makeJob(parsed.data);
      router.push(`/jobs/${job.id}/survey`);
    } catch (error) {
      setProblem({ path: '', message: messageOf(error) });
      setBusy(false);
    }
  }

  const changeLengths = (next: Lengths) => {
    const convert = (text: string) => {
      const metres = parseLength(text, lengths);
      return metres === null ? text : lengthText(metres, next).replace(' m', '');
    };
    setWidth(convert(width));
    setDepth(convert(depth));
    setLengths(next);
  };
  const box = (path: string, value: string, set: (v: string) => void, unit: string, label: string) => (
    <Field label={label}>
      {(id) => (
        <span className="inline-flex items-center gap-1.5">
          <input
            id={id}
            className={`${inputClass} w-24 text-right`}
            value={value}
            aria-invalid={problem?.path === path}
            onChange={(e) => set(e.target.value)}
          />
          <span className="w-9 text-left text-muted">{unit}</span>
        </span>
      )}
    </Field>
  );
  return (
    <form className="px-4 pb-4" onSubmit={(e) => void begin(e)} noValidate>
      <h2 className="pt-3 text-[16px] font-bold">New job</h2>
      <p className="text-muted">
        The outer shell of the house first. Rooms, walls and outbuildings follow in Survey.
      </p>
      <label className="mt-3 block">
        <span className="flex justify-between font-bold">
          Name <span className="font-normal text-muted">no address needed</span>
        </span>
        <input
          className={`${inputClass} mt-1 h-10 w-full`}
          placeholder="for example Lighthouse store"
          value={name}
          aria-invalid={problem?.path === 'name'}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      <div className="mt-2">
        <Field label="Lengths in">
          {() => (
            <Segmented
              label="Lengths in"
              value={lengths}
              onChange={changeLengths}
              options={[
                { value: 'm', text: 'm' },
                { value: 'ft', text: 'ft' },
              ]}
            />
          )}
        </Field>
        {box('widthM', width, setWidth, lengths === 'm' ? 'm' : 'ft in', 'House, along the front')}
        {box('depthM', depth, setDepth, lengths === 'm' ? 'm' : 'ft in', 'House, front to back')}
        {box('storeys', storeys, setStoreys, '', 'Storeys')}
        <Field label="Outer walls">
          {(id) => (
            <Choice
              id={id}
              value={outer}
              onChange={setOuter}
              options={assemblyLibrary
                .filter((a) => a.use === 'wall')
                .map((a) => ({ value: a.id, text: a.name }))}
            />
          )}
        </Field>
        {box('planDownMbps', down, setDown, 'Mbps', 'Plan, down')}
        {box('planUpMbps', up, setUp, 'Mbps', 'Plan, up')}
      </div>
      {problem && (
        <p role="alert" className="mt-2 text-rust-text">
          {fieldNames[problem.path] ? `${fieldNames[problem.path]}: ` : ''}
          {problem.message}
        </p>
      )}
      <Button type="submit" look="action" className="mt-4 w-full" disabled={busy}>
        {busy ? 'Making …' : 'Begin with Survey'}
      </Button>
    </form>
  );
}

const fieldNames: Record<string, string> = {
  name: 'Name',
  widthM: 'Along the front',
  depthM: 'Front to back',
  storeys: 'Storeys',
  planDownMbps: 'Plan, down',
  planUpMbps: 'Plan, up',
};
