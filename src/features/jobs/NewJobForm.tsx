'use client';

import { useRouter } from 'next/navigation';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { type HouseType, houseTypeOf, houseTypes } from '@/core/templates/houseTypes';
import { type NewJob, type NewJobInput, newJobSchema } from '@/core/templates/newJob';
import { assemblyLibrary } from '@/core/templates/library';
import { Button, Choice, Field, inputClass, Segmented } from '@/ui/primitives';
import { messageOf } from '@/client/store/api';
import { type Lengths, lengthText, parseLength } from '@/ui/units';
import { numberOf } from '@/ui/typed';
import { makeJob } from './jobsApi';

const fieldNames = {
  name: 'Name',
  widthM: 'Along the front',
  depthM: 'Front to back',
  storeys: 'Storeys',
  planDownMbps: 'Contract, download',
  planUpMbps: 'Contract, upload',
} as const;
const fieldOrder = ['name', 'widthM', 'depthM', 'storeys', 'planDownMbps', 'planUpMbps'] as const;

/** The form as it is typed; what is not a number becomes NaN, which the schema of a new job refuses with its reason. */
const typedJobSchema = z
  .object({
    name: z.string(),
    lengths: newJobSchema.shape.lengths,
    widthM: z.string(),
    depthM: z.string(),
    storeys: z.string(),
    outerAssemblyId: z.string(),
    houseTypeId: z.string(),
    inside: z.enum(['typical', 'shell']),
    planDownMbps: z.string(),
    planUpMbps: z.string(),
  })
  .transform((typed): NewJobInput => ({
    ...typed,
    widthM: parseLength(typed.widthM, typed.lengths) ?? NaN,
    depthM: parseLength(typed.depthM, typed.lengths) ?? NaN,
    storeys: numberOf(typed.storeys) ?? NaN,
    planDownMbps: numberOf(typed.planDownMbps) ?? NaN,
    planUpMbps: numberOf(typed.planUpMbps) ?? NaN,
  }))
  .pipe(newJobSchema);
type NewJobTyped = z.input<typeof typedJobSchema>;

const firstType = houseTypes[0] as HouseType;

/** What the form holds once a house type is chosen: its usual size and walls. */
const ofType = (type: HouseType, lengths: Lengths) => ({
  houseTypeId: type.id,
  widthM: lengthText(type.widthM, lengths).replace(' m', ''),
  depthM: lengthText(type.depthM, lengths).replace(' m', ''),
  storeys: String(type.storeys),
  outerAssemblyId: type.outerId,
});

/** A new job from what one knows at the door: what kind of house, how large. All else is looked at in Survey. */
export function NewJobForm() {
  const router = useRouter();
  const form = useForm<NewJobTyped, unknown, NewJob>({
    resolver: zodResolver(typedJobSchema),
    defaultValues: {
      name: '',
      lengths: 'm',
      ...ofType(firstType, 'm'),
      inside: 'typical',
      planDownMbps: '200',
      planUpMbps: '50',
    },
  });
  const { register, control, formState, setValue, getValues, setError } = form;
  const lengths = useWatch({ control, name: 'lengths' });
  const houseType = houseTypeOf(useWatch({ control, name: 'houseTypeId' }));
  const inside = useWatch({ control, name: 'inside' });
  const chooseType = (id: string) => {
    const type = houseTypeOf(id);
    if (!type) return;
    for (const [path, value] of Object.entries(ofType(type, lengths)))
      setValue(path as keyof ReturnType<typeof ofType>, value);
  };
  const begin = form.handleSubmit(async (job) => {
    try {
      const made = await makeJob(job);
      router.push(`/jobs/${made.id}/survey`);
    } catch (error) {
      setError('root', { message: messageOf(error) });
    }
  });
  const changeLengths = (next: Lengths) => {
    for (const path of ['widthM', 'depthM'] as const) {
      const metres = parseLength(getValues(path), lengths);
      if (metres !== null) setValue(path, lengthText(metres, next).replace(' m', ''));
    }
    setValue('lengths', next);
  };
  const { errors, isSubmitting, isSubmitSuccessful } = formState;
  const wrong = fieldOrder.find((path) => errors[path]);
  const problem = wrong ? `${fieldNames[wrong]}: ${errors[wrong]?.message}` : errors.root?.message;
  const box = (path: (typeof fieldOrder)[number], unit: string, label: string) => (
    <Field label={label}>
      {(id) => (
        <span className="inline-flex items-center gap-1.5">
          <input
            id={id}
            className={`${inputClass} w-24 text-right`}
            aria-invalid={errors[path] !== undefined}
            {...register(path)}
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
        Enter what you know now. You get a house with predictions at once. Correct it in Survey.
      </p>
      <label className="mt-3 block">
        <span className="flex justify-between font-bold">
          Name <span className="font-normal text-muted">address not needed</span>
        </span>
        <input
          className={`${inputClass} mt-1 h-10 w-full`}
          placeholder="for example Lighthouse store"
          aria-invalid={errors.name !== undefined}
          {...register('name')}
        />
      </label>
      <label htmlFor="house-type" className="mt-3 block font-bold">
        House type
      </label>
      <Choice
        id="house-type"
        className="mt-1 h-10 w-full"
        value={houseType?.id ?? ''}
        onChange={chooseType}
        options={houseTypes.map((t) => ({ value: t.id, text: t.name }))}
      />
      <p className="mt-1 text-[12px] text-muted">{houseType?.hint}.</p>
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
        {box('widthM', lengths === 'm' ? 'm' : 'ft in', 'House, along the front')}
        {box('depthM', lengths === 'm' ? 'm' : 'ft in', 'House, front to back')}
        {box('storeys', '', 'Storeys')}
        <Field label="Outer walls">
          {(id) => (
            <Controller
              control={control}
              name="outerAssemblyId"
              render={({ field }) => (
                <Choice
                  id={id}
                  value={field.value}
                  onChange={field.onChange}
                  options={assemblyLibrary
                    .filter((a) => a.use === 'wall')
                    .map((a) => ({ value: a.id, text: a.name }))}
                />
              )}
            />
          )}
        </Field>
        <Field label="Inside">
          {() => (
            <Segmented
              label="Inside"
              value={inside}
              onChange={(next) => setValue('inside', next)}
              options={[
                { value: 'typical', text: 'Typical rooms' },
                { value: 'shell', text: 'Empty shell' },
              ]}
            />
          )}
        </Field>
        {box('planDownMbps', 'Mbps', 'Contract, download')}
        {box('planUpMbps', 'Mbps', 'Contract, upload')}
      </div>
      <p className="mt-1 text-[12px] text-muted">
        {inside === 'typical'
          ? 'Usual rooms, doors, sockets and spots, marked as a guess. Rooms that you type or draw replace them.'
          : 'One room on each storey. Type, draw or trace the rooms in Survey.'}
      </p>
      {problem && (
        <p role="alert" className="mt-2 text-rust-text">
          {problem}
        </p>
      )}
      <Button
        type="submit"
        look="action"
        className="mt-4 w-full"
        disabled={isSubmitting || isSubmitSuccessful}
      >
        {isSubmitting || isSubmitSuccessful ? 'Making …' : 'Start survey'}
      </Button>
    </form>
  );
}
