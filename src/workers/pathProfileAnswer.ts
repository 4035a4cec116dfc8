/** The house cut open along points in space, with what is crossed on the way in each band. */
import { bands, type PerBand } from '@/core/job/records';
import { bandMiddleGHz } from '@/core/materials/wallLoss';
import { pathProfile } from '@/core/propagation/pathProfile';
import { freeSpaceLoss } from '@/core/propagation/freeSpace';
import { crossed } from '@/core/propagation/radioPaths';
import type { PathProfileAnswer } from './protocol';
import type { Scene } from '@/core/propagation/model';

/** @param points site coordinates, m; two at least. */
export function pathProfileAnswer(
  scene: Scene,
  points: readonly (readonly [number, number, number])[],
): PathProfileAnswer {
  const { s, parts } = pathProfile(scene, points);
  const legs = points.slice(1).map((q, i) => [points[i] ?? q, q] as const);
  const lengthM = legs.reduce((sum, [p, q]) => sum + Math.hypot(q[0] - p[0], q[1] - p[1], q[2] - p[2]), 0);
  const by = bands.map((_, b) =>
    legs.flatMap(([p, q], leg) =>
      crossed(scene, p, q, b).map((term) => ({
        ...term,
        sM: (s[leg] ?? 0) + term.at * ((s[leg + 1] ?? 0) - (s[leg] ?? 0)),
        zM: p[2] + term.at * (q[2] - p[2]),
      })),
    ),
  );
  const perBand = (value: (b: number) => number): PerBand => ({
    '2.4': value(0),
    '5': value(1),
    '6': value(2),
  });
  return {
    path: points.map((p, i) => ({ sM: s[i] ?? 0, zM: p[2] })),
    parts,
    lengthM,
    freeDb: perBand((b) => freeSpaceLoss(lengthM, bandMiddleGHz[bands[b] ?? '5'])),
    crossed: (by[0] ?? []).map(({ label, id, sM, zM }, i) => ({
      sM,
      zM,
      label,
      id,
      db: perBand((b) => by[b]?.[i]?.db ?? 0),
    })),
  };
}
