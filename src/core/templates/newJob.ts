import { z } from 'zod';
import { productLibrary } from './products';
import { activityLibrary, assemblyLibrary, deviceLibrary } from './library';
import { type Job, jobFromRecords } from '../job/job';
import { recordSchema } from '../job/records';
import type { RecordInput } from '../job/make';
import { guessedInside } from './guessedInside';
import { type HouseBuilt, houseTypeOf } from './houseTypes';

/** What the form for a new job asks. */
export const newJobSchema = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(120),
  lengths: z.enum(['m', 'ft']),
  widthM: z.number().min(2).max(100),
  depthM: z.number().min(2).max(100),
  storeys: z.int().min(1).max(6),
  outerAssemblyId: z
    .string()
    .refine((id) => assemblyLibrary.some((a) => a.id === id && a.use === 'wall'), 'no such wall'),
  planDownMbps: z.number().min(1).max(100_000),
  planUpMbps: z.number().min(1).max(100_000),
  /** What is usual for it counts for floors, roof, glazing, heights; null = as for no type. */
  houseTypeId: z
    .string()
    .refine((id) => houseTypeOf(id) !== undefined, 'no such house type')
    .nullable()
    .default(null),
  /** typical: rooms, doors, sockets and spots as they usually are, marked as a guess. shell: one room a storey. */
  inside: z.enum(['typical', 'shell']).default('shell'),
});
export type NewJob = z.infer<typeof newJobSchema>;
export type NewJobInput = z.input<typeof newJobSchema>;

/** What a job of no type is built of, beside its outer walls. */
const plain: HouseBuilt = {
  heightM: 2.5,
  innerId: 'asm-stud',
  floorId: 'asm-oak-floor',
  lowestFloorId: 'asm-concrete-floor',
  roof: { kind: 'pitched', assemblyId: 'asm-slate-roof' },
  glazingId: 'asm-double',
  frontDoorId: 'asm-plank-door',
  innerDoorId: 'asm-hollow-door',
  shared: 'none',
  socketEveryM: 5,
};
const names = ['Ground floor', 'First floor', 'Second floor', 'Third floor', 'Fourth floor', 'Fifth floor'];
const floorM = 0.3;

/** The house that a form asks for, in numbers that all its parts need. */
interface Shell {
  form: NewJob;
  built: HouseBuilt;
  /** Thickness of the outer walls, m. */
  t: number;
}

function jobRecord(form: NewJob, made: { id: string; createdOn: string; seed: number }): RecordInput {
  return {
    type: 'job',
    id: made.id,
    name: form.name,
    note: '',
    createdOn: made.createdOn,
    demo: false,
    lengths: form.lengths,
    planDownMbps: form.planDownMbps,
    planUpMbps: form.planUpMbps,
    streetLatencyMs: 10,
    noDrilling: false,
    testDeviceId: 'dev-phone',
    simulationSeed: made.seed,
  };
}

function houseRecord({ form: { widthM: w, depthM: d, storeys }, built }: Shell): RecordInput {
  const eavesZM = storeys * (built.heightM + floorM);
  const { kind, assemblyId } = built.roof;
  return {
    type: 'building',
    id: 'house',
    name: 'House',
    kind: 'house',
    xM: 0,
    yM: 0,
    turnDeg: 0,
    outline: [
      [0, 0],
      [w, 0],
      [w, d],
      [0, d],
    ],
    roof: {
      kind,
      eavesZM,
      ridgeZM: eavesZM + (kind === 'flat' ? 0.3 : Math.min(w, d) * 0.35),
      ridgeAlong: w >= d ? 'x' : 'y',
      assemblyId,
    },
  };
}

/** A storey as a shell: outer walls with their clear sizes as taped, and one room. */
function shellRecords({ form, built, t }: Shell, level: number): RecordInput[] {
  const { widthM: w, depthM: d } = form;
  const h = t / 2;
  const id = `storey-${level}`;
  const corners: [number, number][] = [
    [h, h],
    [w - h, h],
    [w - h, d - h],
    [h, d - h],
  ];
  return [
    {
      type: 'storey',
      id,
      buildingId: 'house',
      name: names[level] ?? `Floor ${level}`,
      level,
      floorZM: level * (built.heightM + floorM),
      heightM: built.heightM,
      floorAssemblyId: level === 0 ? built.lowestFloorId : built.floorId,
    },
    ...corners.map(([ax, ay], i): RecordInput => {
      const [bx, by] = corners[(i + 1) % 4] ?? [ax, ay];
      return {
        type: 'wall',
        id: `${id}-w${i}`,
        storeyId: id,
        ax,
        ay,
        bx,
        by,
        assemblyId: form.outerAssemblyId,
      };
    }),
    // the clear sizes inside, as the form's outer sizes give them
    ...(
      [
        [3, 1, w - 2 * t],
        [0, 2, d - 2 * t],
      ] as const
    ).map(([a, b, lengthM]): RecordInput => ({
      type: 'tape',
      id: `${id}-t${a}`,
      storeyId: id,
      wallAId: `${id}-w${a}`,
      wallBId: `${id}-w${b}`,
      lengthM,
    })),
  ];
}

/** One room a storey, with a window at the back, and a door or a window at the front. */
function oneRoom({ form: { widthM: w, depthM: d }, built, t }: Shell, level: number): RecordInput[] {
  const id = `storey-${level}`;
  const opening = (wall: number, kind: 'door' | 'window', offsetM: number): RecordInput => ({
    type: 'opening',
    id: `${id}-o${wall}`,
    wallId: `${id}-w${wall}`,
    kind,
    offsetM,
    widthM: kind === 'door' ? 0.9 : Math.min(1.2, w / 3),
    sillM: kind === 'door' ? 0 : 0.9,
    headM: Math.min(2.1, built.heightM - 0.1),
    assemblyId: kind === 'door' ? built.frontDoorId : built.glazingId,
    hinge: 'start',
    swing: 'right',
  });
  return [
    opening(0, 'window', (w - t) / 2),
    opening(2, level === 0 ? 'door' : 'window', (w - t) / 2),
    {
      type: 'room',
      id: `${id}-room`,
      storeyId: id,
      name: level === 0 ? 'Living space' : `Room, ${(names[level] ?? '').toLowerCase()}`,
      outline: [
        [t, t],
        [w - t, t],
        [w - t, d - t],
        [t, d - t],
      ],
      activityIds: ['act-web'],
    },
  ];
}

/** Where the line comes in, and the box that the household has. */
function lineRecords(
  { form: { widthM: w, depthM: d }, t }: Shell,
  at?: { xM: number; yM: number },
): RecordInput[] {
  const entry = at ?? { xM: w - t - 0.1, yM: d / 2 };
  return [
    {
      type: 'service',
      id: 'entry',
      storeyId: 'storey-0',
      kind: 'entry',
      name: 'Service entry',
      ...entry,
      heightM: 0.5,
      circuit: '',
      box: 'modem-router',
      note: '',
    },
    {
      type: 'unit',
      id: 'unit-a',
      letter: 'A',
      name: 'By the service entry',
      kitId: 'kit-router-old',
      storeyId: 'storey-0',
      xM: at ? at.xM : w - t - 0.5,
      yM: at ? at.yM - 0.4 : d / 2,
      heightM: 1,
      tiltDeg: 0,
      facingDeg: 0,
      found: true,
      planned: true,
    },
  ];
}

/**
 * A new job: the outer shell of one house, the box that the household has, and the libraries; inside one room a
 * storey, or what is typical for such a house. Rooms are then typed, drawn and named in Survey.
 */
export function newJob(input: NewJobInput, made: { id: string; createdOn: string; seed: number }): Job {
  const form = newJobSchema.parse(input);
  const built = (form.houseTypeId === null ? undefined : houseTypeOf(form.houseTypeId)) ?? plain;
  const t = assemblyLibrary.find((a) => a.id === form.outerAssemblyId)?.thicknessM ?? 0.3;
  const shell: Shell = { form, built, t };
  const guess = form.inside === 'typical' ? guessedInside(shell) : null;
  const levels = Array.from({ length: form.storeys }, (_, level) => level);
  const records: RecordInput[] = [
    jobRecord(form, made),
    ...activityLibrary,
    ...assemblyLibrary,
    ...deviceLibrary,
    ...productLibrary,
    ...(guess?.assemblies ?? []),
    houseRecord(shell),
    ...levels
      .flatMap((level) => {
        const inside = guess?.storeys[level];
        const [storey, ...rest] = shellRecords(shell, level);
        return inside && storey?.type === 'storey'
          ? [{ ...storey, guessed: true }, ...rest, ...inside]
          : [storey, ...rest, ...oneRoom(shell, level)];
      })
      .filter((r) => r !== undefined),
    ...lineRecords(shell, guess?.entry),
  ];
  return jobFromRecords(records.map((r) => recordSchema.parse(r)));
}
