/** What the householder keeps: what was and what is, the promise room by room, what limits it, what lights mean, what to do. */
import { find, get, type Job } from '../job/job';
import { rateText } from '../network/rateText';
import { plainVerdicts } from '../proof/plainVerdicts';
import { reportSentence } from '../proof/reportSentence';
import { proveSpot, type SpotProof } from '../proof/spotProof';
import { type Block, type Drawing, heading, list, type Paper, table, text } from './paper';
import { drawnStoreys, markAfter, markBefore, planDrawing } from './planDrawing';
import { letterHead } from './quotePaper';
import { businessOf } from './quoteSheet';
import { simulatedWarning } from './simulatedWarning';

const mbps = ({ runs, downMbps }: SpotProof['before']) =>
  runs === 0 ? '–' : downMbps ? rateText(downMbps) : 'no link';

const spotKey =
  'Full square: all it needs. Dashed: not known yet. Stroke through: short. Cross: no link. Dark shield: a unit.';

function plans(job: Job, proofs: ReadonlyMap<string, SpotProof>): Block[] {
  const bad = new Set(
    [...proofs.values()].filter((p) => p.found !== 'met').map((p) => get(job, 'spot', p.spotId).storeyId),
  );
  const storeys = drawnStoreys(job).filter((id) => bad.has(id));
  const tested = [...proofs.values()].some((p) => p.after.runs > 0);
  const items = storeys.flatMap((id): Drawing[] => {
    const storey = get(job, 'storey', id);
    const name = `${get(job, 'building', storey.buildingId).name}, ${storey.name}`;
    const of = (mark: (p: SpotProof) => ReturnType<typeof markAfter>) => (spotId: string) => {
      const proof = proofs.get(spotId);
      return proof ? mark(proof) : null;
    };
    return [
      planDrawing(job, id, { units: 'found', spot: of(markBefore), sockets: false }, `${name}: before`, 2),
      ...(tested
        ? [planDrawing(job, id, { units: 'planned', spot: of(markAfter), sockets: false }, `${name}: now`, 2)]
        : []),
    ];
  });
  return items.length ? [{ kind: 'drawings', columns: 2, items }] : [];
}

/** What the lights of the units that stay mean, product by product. */
function lights(job: Job): Block[] {
  const kits = [...new Set(job.units.filter((u) => u.planned).map((u) => u.kitId))].map((id) =>
    get(job, 'kit', id),
  );
  return kits
    .filter((k) => k.lights.length > 0)
    .flatMap((k) => [
      text(
        `${k.name} (${job.units
          .filter((u) => u.planned && u.kitId === k.id)
          .map((u) => u.letter)
          .join(', ')})`,
        'strong',
      ),
      table(
        [
          ['Light', 0.5],
          ['What it means', 0.5],
        ],
        k.lights.map((l) => [l.colour, l.means]),
      ),
    ]);
}

export function householderPaper(job: Job): Paper {
  const proofs = new Map(job.spots.map((s) => [s.id, proveSpot(job, s)]));
  const all = [...proofs.values()];
  const sentence = reportSentence(job, all);
  const [settings] = job.netSettings;
  const main = job.units.find((u) => u.planned && !job.links.some((l) => l.unitId === u.id));
  const limits = [
    `The line brings ${rateText(job.info.planDownMbps)} Mbps down and ${rateText(job.info.planUpMbps)} up by contract. No place in the house can be faster through the internet.`,
    'A phone or laptop has its own most: older ones are slower beside the same unit.',
    ...(all.some((p) => p.kind === 'house' && p.after.runs > 0)
      ? ['At places tested inside the house only, the internet itself was not measured.']
      : []),
  ];
  const blocks: Block[] = [
    { kind: 'title', text: 'Your network', sub: job.info.name },
    ...letterHead(job),
    text(`${sentence.headline} ${sentence.rest}`.trim(), 'strong'),
    heading('Place by place'),
    ...(all.length
      ? [
          table(
            [
              ['Place', 0.28],
              ['Used for', 0.24],
              ['Needs', 0.1, true],
              ['Before', 0.1, true],
              ['Now', 0.1, true],
              ['Result', 0.18],
            ],
            all.map((p) => {
              const spot = get(job, 'spot', p.spotId);
              return [
                `${spot.number} ${find(job, 'room', spot.roomId)?.name ?? ''}, ${spot.name.toLowerCase()}`,
                p.need.activities.join(', '),
                rateText(p.need.downMbps),
                mbps(p.before),
                mbps(p.after),
                plainVerdicts[p.verdict],
              ];
            }),
          ),
          text(
            'Mbps down, median of all tests. A place is called good when so many good tests are unlikely by chance (at most 1 in 20).',
            'muted',
          ),
        ]
      : [text('No place with a need is noted.', 'muted')]),
    ...plans(job, proofs),
    ...(all.length ? [text(spotKey, 'muted')] : []),
    heading('What limits it'),
    ...list(limits),
    ...(job.units.some((u) => u.planned && get(job, 'kit', u.kitId).lights.length > 0)
      ? [heading('What the lights say'), ...lights(job)]
      : []),
    heading('When something is wrong, in this order'),
    ...list([
      'Is the trouble at one place only, or everywhere? At one place: is that unit’s light as in the table above?',
      'Everywhere: unplug the modem for half a minute, wait three minutes, and look at the main unit’s light.',
      `Then unplug ${main ? `${main.letter}, the main unit,` : 'the main unit'} for half a minute. The others join again by themselves within three minutes.`,
      'One device only: let it forget the network, and join again.',
      'Do not hold any reset pin: that takes all settings away.',
      ...(businessOf(job).contact ? [`Then call: ${businessOf(job).contact.split('\n').join(', ')}.`] : []),
    ]),
    heading('Names, and who holds what'),
    table(
      [
        ['What', 0.45],
        ['Name or holder', 0.55],
      ],
      [
        ['Network', settings?.networkName || 'not noted'],
        ['Guests', settings?.guestName || 'not set up'],
        ...(settings?.onlyName ? [['2.4 GHz alone', settings.onlyName]] : []),
        ['Wi-Fi password held by', settings?.networkHolder || 'not noted'],
        ['Administrator password held by', settings?.adminHolder || 'not noted'],
        ['Updates', settings?.updatesOn === false ? 'not by themselves' : 'by themselves, at night'],
      ],
    ),
    text('No password stands on this paper.', 'muted'),
  ];
  return {
    title: `Your network, ${job.info.name}`,
    running: [businessOf(job).name, job.info.name].filter(Boolean).join(' · '),
    warning: simulatedWarning(job),
    blocks,
  };
}
