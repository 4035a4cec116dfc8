import { z } from 'zod';
import { productLibrary } from './products';
import { activityLibrary, assemblyLibrary, deviceLibrary } from './library';
import { type Job, jobFromRecords } from '../job/job';
import { recordSchema } from '../job/records';
import type { RecordInput } from '../job/make';

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
});
export type NewJob = z.infer<typeof newJobSchema>;

const names = ['Ground floor', 'First floor', 'Second floor', 'Third floor', 'Fourth floor', 'Fifth floor'];
const heightM = 2.5;
const floorM = 0.3;

/**
 * A new job: the outer shell of one house with a front door, a window and one room a storey, the
 * box that the household has, and the libraries. Rooms are then split and named in Survey.
 */
export function newJob(form: NewJob, made: { id: string; createdOn: string; seed: number }): Job {
  const { widthM: w, depthM: d } = form;
  const t = assemblyLibrary.find((a) => a.id === form.outerAssemblyId)?.thicknessM ?? 0.3;
  const h = t / 2;
  const records: RecordInput[] = [
    {
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
    },
    ...activityLibrary,
    ...assemblyLibrary,
    ...deviceLibrary,
    ...productLibrary,
    {
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
        kind: 'pitched',
        eavesZM: form.storeys * (heightM + floorM),
        ridgeZM: form.storeys * (heightM + floorM) + Math.min(w, d) * 0.35,
        ridgeAlong: w >= d ? 'x' : 'y',
        assemblyId: 'asm-slate-roof',
      },
    },
  ];
  for (let level = 0; level < form.storeys; level++) {
    const id = `storey-${level}`;
    records.push({
      type: 'storey',
      id,
      buildingId: 'house',
      name: names[level] ?? `Floor ${level}`,
      level,
      floorZM: level * (heightM + floorM),
      heightM,
      floorAssemblyId: level === 0 ? 'asm-concrete-floor' : 'asm-oak-floor',
    });
    const corners: [number, number][] = [
      [h, h],
      [w - h, h],
      [w - h, d - h],
      [h, d - h],
    ];
    corners.forEach(([ax, ay], i) => {
      const [bx, by] = corners[(i + 1) % 4] ?? [ax, ay];
      records.push({
        type: 'wall',
        id: `${id}-w${i}`,
        storeyId: id,
        ax,
        ay,
        bx,
        by,
        assemblyId: form.outerAssemblyId,
      });
    });
    // the clear sizes inside, as the form's outer sizes give them
    for (const [a, b, lengthM] of [
      [3, 1, w - 2 * t],
      [0, 2, d - 2 * t],
    ] as const)
      records.push({
        type: 'tape',
        id: `${id}-t${a}`,
        storeyId: id,
        wallAId: `${id}-w${a}`,
        wallBId: `${id}-w${b}`,
        lengthM,
      });
    const opening = (wall: number, kind: 'door' | 'window', offsetM: number): RecordInput => ({
      type: 'opening',
      id: `${id}-o${wall}`,
      wallId: `${id}-w${wall}`,
      kind,
      offsetM,
      widthM: kind === 'door' ? 0.9 : Math.min(1.2, w / 3),
      sillM: kind === 'door' ? 0 : 0.9,
      headM: 2.1,
      assemblyId: kind === 'door' ? 'asm-plank-door' : 'asm-double',
      hinge: 'start',
      swing: 'right',
    });
    records.push(opening(0, 'window', (w - t) / 2), opening(2, level === 0 ? 'door' : 'window', (w - t) / 2));
    records.push({
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
    });
  }
  records.push(
    {
      type: 'service',
      id: 'entry',
      storeyId: 'storey-0',
      kind: 'entry',
      name: 'Service entry',
      xM: w - t - 0.1,
      yM: d / 2,
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
      xM: w - t - 0.5,
      yM: d / 2,
      heightM: 1,
      tiltDeg: 0,
      facingDeg: 0,
      found: true,
      planned: true,
    },
  );
  return jobFromRecords(records.map((r) => recordSchema.parse(r)));
}
