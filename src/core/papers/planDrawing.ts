/** A storey on a paper: walls and rooms, with units, spots and sockets as marks that can be told apart in grey. */
import { planFrame, writePlanSvg } from '../formats/planSvg';
import type { Job } from '../job/job';
import type { Id, Point } from '../job/records';
import type { SpotProof } from '../proof/spotProof';
import { buildingsInOrder } from '../wiring/layout';
import type { Drawing } from './paper';

/** A drawing is at most so wide and high on a page, mm: alone, or beside another. */
const mostMm = { 1: [170, 110], 2: [84, 90] } as const;
const layouts = {
  1: { marginMm: 3, titleMm: 0, nameMm: 2.8 },
  2: { marginMm: 2, titleMm: 0, nameMm: 2.1 },
} as const;

/** How a spot stands: full = works, half = not known, open = short, crossed = no link. */
export type SpotMark = 'works' | 'open' | 'short' | 'dead';

const n = (v: number) => String(Math.round(v * 100) / 100);

function spotMark([x, y]: Point, mark: SpotMark, number: number): string {
  const box = `<rect x="${n(x - 2.2)}" y="${n(y - 2.2)}" width="4.4" height="4.4" stroke="#1f2a37" stroke-width="0.4" fill="${mark === 'works' ? '#1f2a37' : '#ffffff'}"${mark === 'open' ? ' stroke-dasharray="0.8 0.6"' : ''}/>`;
  const cross =
    mark === 'dead'
      ? `<path d="M${n(x - 2.2)} ${n(y - 2.2)}L${n(x + 2.2)} ${n(y + 2.2)}M${n(x + 2.2)} ${n(y - 2.2)}L${n(x - 2.2)} ${n(y + 2.2)}" stroke="#1f2a37" stroke-width="0.4"/>`
      : mark === 'short'
        ? `<path d="M${n(x - 2.2)} ${n(y + 2.2)}L${n(x + 2.2)} ${n(y - 2.2)}" stroke="#1f2a37" stroke-width="0.4"/>`
        : '';
  // the number stands beside, so that it is read on any mark
  return `${box}${cross}<text x="${n(x + 3.2)}" y="${n(y + 1)}" font-size="2.6" text-anchor="start">${number}</text>`;
}

const peg = ([x, y]: Point, letter: string): string =>
  `<path d="M${n(x - 2.4)} ${n(y - 3)}h4.8v4.2l-2.4 1.8l-2.4 -1.8z" fill="#1f2a37"/><text x="${n(x)}" y="${n(y + 0.6)}" font-size="3" fill="#ffffff" font-weight="bold">${letter}</text>`;

const outlet = ([x, y]: Point): string =>
  `<circle cx="${n(x)}" cy="${n(y)}" r="0.9" fill="#ffffff" stroke="#1f2a37" stroke-width="0.3"/>`;

export interface DrawingWants {
  units: 'found' | 'planned' | 'none';
  /** The mark of a spot; null = not drawn. */
  spot: (spotId: Id) => SpotMark | null;
  sockets: boolean;
}

/** A scale at which the storey fits: 1:50, 1:75, 1:100 … */
function fittingScale(job: Job, storeyId: Id, columns: 1 | 2): number {
  const scales = [50, 75, 100, 125, 150, 200, 250, 300, 400, 500, 1000];
  return (
    scales.find((s) => {
      const { width, height } = planFrame(job, storeyId, s, { ...layouts[columns], marked: [] });
      return width <= mostMm[columns][0] && height <= mostMm[columns][1];
    }) ?? 1000
  );
}

/** The drawing of a storey; its scale stands in its caption. */
export function planDrawing(
  job: Job,
  storeyId: Id,
  wants: DrawingWants,
  caption: string,
  columns: 1 | 2 = 1,
): Drawing {
  const scale = fittingScale(job, storeyId, columns);
  const layout = { ...layouts[columns], marked: [] };
  const { at, width, height } = planFrame(job, storeyId, scale, layout);
  const here = <T extends { storeyId: Id }>(all: readonly T[]) => all.filter((r) => r.storeyId === storeyId);
  const units = here(job.units).filter(
    (u) => (wants.units === 'planned' && u.planned) || (wants.units === 'found' && u.found),
  );
  const spots = here(job.spots).flatMap((s) => {
    const mark = wants.spot(s.id);
    return mark ? [{ s, mark }] : [];
  });
  const outlets = wants.sockets
    ? here(job.services).filter((s) => ['socket', 'coax', 'data'].includes(s.kind))
    : [];
  const marked: Point[] = [...units, ...spots.map(({ s }) => s)].map((p): Point => [p.xM, p.yM]);
  const svg = writePlanSvg(job, storeyId, scale, { ...layout, marked }).replace(
    '</svg>',
    [
      '<g id="plan" text-anchor="middle">',
      ...outlets.map((s) => outlet(at([s.xM, s.yM]))),
      ...spots.map(({ s, mark }) => spotMark(at([s.xM, s.yM]), mark, s.number)),
      ...units.map((u) => peg(at([u.xM, u.yM]), u.letter)),
      '</g></svg>',
    ].join(''),
  );
  return { svg, caption: `${caption}, 1:${scale}`, widthMm: width, heightMm: height };
}

/** Storeys with something on them: houses first, then what stands nearest to them; each from below. */
export const drawnStoreys = (job: Job): Id[] =>
  buildingsInOrder(job.buildings.filter((b) => b.kind !== 'outdoors')).flatMap((b) =>
    job.storeys
      .filter((s) => s.buildingId === b.id)
      .filter((s) => [...job.units, ...job.spots].some((r) => r.storeyId === s.id))
      .sort((a, c) => a.floorZM - c.floorZM)
      .map((s) => s.id),
  );

/** How a spot was found, and how it is now, as marks. */
export const markBefore = ({ found }: SpotProof): SpotMark =>
  found === 'met' ? 'works' : found === 'untested' ? 'open' : found;
export function markAfter({ verdict, after }: SpotProof): SpotMark {
  if (verdict === 'cured' || verdict === 'holds') return 'works';
  if (verdict === 'no-readings' || verdict === 'not-proven' || verdict === 'test-limited') return 'open';
  return after.downMbps ? 'short' : 'dead';
}
