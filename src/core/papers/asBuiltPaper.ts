/** As built: plans with units and sockets, units with serials, ports and labels, settings without secrets, tests, bill, cautions, sign-off. */
import { lengthText } from '../geometry/lengthWords';
import { billOf, labelsOf } from '../design/bill';
import { cautions } from '../install/cautions';
import { find, get, type Job } from '../job/job';
import type { Reading } from '../job/records';
import { mediumWords } from '../media/mediumWords';
import { onWords } from '../proof/onWords';
import { rateText } from '../network/rateText';
import { proveSpot } from '../proof/spotProof';
import { exactMoney } from './moneyWords';
import { type Block, heading, list, type Paper, table, text } from './paper';
import { drawnStoreys, markAfter, planDrawing } from './planDrawing';
import { newestSignOff, signOffBlocks } from './signOff';
import { simulatedWarning } from './simulatedWarning';
import { letterHead } from './quotePaper';
import { businessOf } from './quoteSheet';

const day = (iso: string) => iso.slice(0, 16).replace('T', ' ');

function unitTable(job: Job): Block {
  const { lengths } = job.info;
  const planned = job.units.filter((u) => u.planned).sort((a, b) => a.letter.localeCompare(b.letter));
  return table(
    [
      ['Unit', 0.07],
      ['Product', 0.22],
      ['Place', 0.27],
      ['Serial', 0.16],
      ['Fed by', 0.28],
    ],
    planned.map((u) => {
      const link = job.links.find((l) => l.unitId === u.id);
      const from = find(job, 'unit', link?.fromUnitId);
      const way = link
        ? `${from?.letter ?? '?'}, ${mediumWords[link.medium]}${link.category ? ` ${link.category.replace('cat', 'cat ')}` : ''}${link.lengthM ? `, ${lengthText(link.lengthM, lengths, 0)}` : ''}`
        : 'the line';
      return [
        u.letter,
        get(job, 'kit', u.kitId).name,
        `${u.name}, ${find(job, 'storey', u.storeyId)?.name ?? ''}, ${lengthText(u.heightM, lengths, 1)} high`,
        u.serial || 'not noted',
        way,
      ];
    }),
  );
}

/** Cautions that were read: which, by whom, when last. */
function readCautions(job: Job): string[] {
  const marks = job.stepRuns.flatMap((r) => r.read).sort();
  return Object.entries(cautions).flatMap(([id, words]) => {
    const own = marks.filter((m) => m.startsWith(`${id} `));
    const people = [...new Set(own.map((m) => m.split(' ').slice(2).join(' ') || 'no name'))];
    const last = own
      .map((m) => m.split(' ')[1] ?? '')
      .sort()
      .at(-1);
    return last ? [`${words} Read by ${people.join(', ')}, last ${day(last)} UTC.`] : [];
  });
}

/** What a run was against; that it was simulated is said once. */
const serverOf = ({ server, source }: Reading): string =>
  source === 'simulated' && !/simulated/i.test(server) ? `${server} (simulated)` : server;

/** Photos with what they show and where; of many the first forty. */
function photosOf(job: Job): Block[] {
  const photos = [...job.photos].sort(
    (a, b) => a.phase.localeCompare(b.phase) || a.takenOn.localeCompare(b.takenOn),
  );
  if (photos.length === 0) return [];
  const items = photos.slice(0, mostPhotos).map((p) => ({
    fileId: p.fileId,
    caption: [
      p.phase === 'built' ? 'As built' : 'As found',
      find(job, 'storey', p.storeyId)?.name,
      p.note.replace(/\s+/g, ' ').slice(0, 120),
      p.takenOn,
    ]
      .filter(Boolean)
      .join(', '),
  }));
  return [
    heading('Photos'),
    { kind: 'photos', items },
    ...(photos.length > mostPhotos
      ? [text(`${photos.length - mostPhotos} more are in the job file.`, 'muted')]
      : []),
  ];
}
/** Most photos on the paper. */
const mostPhotos = 40;

export function asBuiltPaper(job: Job): Paper {
  const proofs = new Map(job.spots.map((s) => [s.id, proveSpot(job, s)]));
  const [settings] = job.netSettings;
  const bill = billOf(job);
  const money = (eur: number) => exactMoney(eur, job.info.currency);
  const runs = [...job.readings].sort((a, b) => a.takenAt.localeCompare(b.takenAt));
  const done = job.stepRuns.filter((r) => r.doneAt !== null).length;
  const read = readCautions(job);
  const blocks: Block[] = [
    { kind: 'title', text: 'As built', sub: job.info.name },
    ...letterHead(job),
    text(
      done > 0
        ? `${done} steps of the runbook are noted as done.`
        : 'No step of the runbook is noted as done: this is the plan, not what was built.',
      done > 0 ? 'plain' : 'warning',
    ),
    heading('Units'),
    unitTable(job),
    heading('Plans'),
    {
      kind: 'drawings',
      columns: 1,
      items: drawnStoreys(job).map((id) => {
        const storey = get(job, 'storey', id);
        return planDrawing(
          job,
          id,
          {
            units: 'planned',
            sockets: true,
            spot: (spotId) => {
              const proof = proofs.get(spotId);
              return proof ? markAfter(proof) : null;
            },
          },
          `${get(job, 'building', storey.buildingId).name}, ${storey.name}. Dark shields: units. Small rings: sockets and outlets`,
        );
      }),
    },
    heading('Labels of cables'),
    ...(labelsOf(job).length
      ? [
          table(
            [
              ['Label', 0.4],
              ['Where', 0.6],
            ],
            labelsOf(job).map((l) => [l.text, l.at]),
          ),
        ]
      : [text('No new cable has a label.', 'muted')]),
    heading('Settings, without passwords'),
    table(
      [
        ['Setting', 0.45],
        ['Value', 0.55],
      ],
      [
        ['Network name', settings?.networkName || 'not noted'],
        ['Guest network', settings?.guestName || 'not set up'],
        ['Login of the line', settings?.line ?? 'not asked'],
        ['Login of the line held by', settings?.lineHolder || 'not noted'],
        ...job.units
          .filter((u) => u.planned)
          .map((u) => [
            `Channels of ${u.letter}`,
            Object.entries(u.channels)
              .map(([band, c]) => `${band} GHz: ${c ?? 'own choice'}`)
              .join(', '),
          ]),
      ],
    ),
    heading('Bill'),
    table(
      [
        ['Item', 0.6],
        ['Count', 0.14, true],
        [`Sum, ${job.info.currency}`, 0.26, true],
      ],
      [
        ...bill.lines.map((l) => [
          l.metres === null ? l.item : `${l.item}, ${lengthText(l.metres, job.info.lengths, 0)}`,
          String(l.count),
          money(l.sumEur),
        ]),
        ['Total of parts', '', money(bill.partsEur)],
      ],
      1,
    ),
    ...photosOf(job),
    heading('Cautions that were read'),
    ...(read.length ? list(read) : [text('None is noted as read.', 'muted')]),
    heading('Tests, every run'),
    ...(runs.length
      ? [
          table(
            [
              ['Spot', 0.22],
              ['When, UTC', 0.19],
              ['Phase', 0.09],
              ['Down', 0.1, true],
              ['Up', 0.08, true],
              ['ms', 0.08, true],
              ['Against, and on', 0.24],
            ],
            runs.map((r) => {
              const spot = find(job, 'spot', r.spotId);
              return [
                `${spot?.number ?? ''} ${spot?.name ?? ''}`,
                day(r.takenAt),
                find(job, 'testRound', r.roundId)?.name ?? r.phase,
                r.connected ? rateText(r.downMbps ?? 0) : 'no link',
                r.upMbps === null ? '–' : rateText(r.upMbps),
                r.latencyMs === null ? '–' : String(Math.round(r.latencyMs)),
                [serverOf(r), onWords(job, r)].filter(Boolean).join(', '),
              ];
            }),
          ),
        ]
      : [text('Nothing was tested.', 'muted')]),
    heading('Sign-off'),
    ...signOffBlocks(newestSignOff(job)),
  ];
  return {
    title: `As built, ${job.info.name}`,
    running: [businessOf(job).name, 'As built', job.info.name].filter(Boolean).join(' · '),
    warning: simulatedWarning(job),
    blocks,
  };
}

/** Sheets of labels: both ends of each cable, and one for each unit. @param widthMm of one label. */
/** Common sheets of labels: size of one, mm. */
export const labelSizes = {
  '63.5x25.4': [63.5, 25.4],
  '38.1x21.2': [38.1, 21.2],
  '48.5x25.4': [48.5, 25.4],
  '70x36': [70, 36],
  '99.1x38.1': [99.1, 38.1],
} as const;
export type LabelSize = keyof typeof labelSizes;
export const isLabelSize = (size: string): size is LabelSize => size in labelSizes;

/**
 * A label for each unit, and one for each end of each cable.
 * @param page address of the job's page that a picture code on each label opens; null = without codes.
 */
export function labelsPaper(job: Job, size: LabelSize = '63.5x25.4', page: string | null = null): Paper {
  const [widthMm, heightMm] = labelSizes[size];
  const units = job.units
    .filter((u) => u.planned)
    .map((u) => ({ big: u.letter, small: `${get(job, 'kit', u.kitId).name}, ${u.name}` }));
  const ends = labelsOf(job).map((l) => ({ big: l.text, small: l.at }));
  return {
    title: `Labels, ${job.info.name}`,
    running: job.info.name,
    warning: null,
    blocks: [{ kind: 'labels', widthMm, heightMm, texts: [...units, ...ends], code: page }],
  };
}
