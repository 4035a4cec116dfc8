/** The hand-over: what is said to be done, in sentences that stay as they were signed. */
import { get, type Job } from '../job/job';
import type { SignOff } from '../job/records';
import { plainVerdicts } from '../proof/plainVerdicts';
import { reportSentence } from '../proof/reportSentence';
import { proveSpot } from '../proof/spotProof';
import { type Block, heading, list, type Paper, text } from './paper';
import { letterHead } from './quotePaper';
import { businessOf } from './quoteSheet';
import { simulatedWarning } from './simulatedWarning';

/** What is signed: the result in one sentence, then spot by spot, then units left in the house. Never more than the runs say. */
export function statementOf(job: Job): string[] {
  const proofs = job.spots.map((s) => proveSpot(job, s));
  const { headline, rest } = reportSentence(job, proofs);
  const warning = simulatedWarning(job);
  const units = job.units.filter((u) => u.planned).length;
  return [
    `${headline} ${rest}`.trim(),
    ...(warning ? [warning] : []),
    ...proofs.map((p) => {
      const spot = get(job, 'spot', p.spotId);
      return `${spot.number} ${spot.name}: ${plainVerdicts[p.verdict]}.`;
    }),
    `${units} ${units === 1 ? 'unit is' : 'units are'} part of the network.`,
  ].map((words) => words.slice(0, 400));
}

const signed = (who: string, s: SignOff['installer']): Block => ({
  kind: 'signature',
  label: who,
  path: s?.path ?? '',
  words: s
    ? `${s.name}, ${s.at.slice(0, 16).replace('T', ' ')} UTC. Fingerprint of what was signed: ${s.hash}`
    : '',
});

/** Place and day, what is not done, and both signatures; empty lines for paper where nothing was signed on screen. */
export function signOffBlocks(signOff: SignOff | undefined): Block[] {
  if (!signOff)
    return [
      text('Place, date, exceptions:'),
      { kind: 'signature', label: 'Installer', path: '', words: '' },
      { kind: 'signature', label: 'Householder', path: '', words: '' },
    ];
  return [
    text([signOff.place, signOff.day].filter(Boolean).join(', ')),
    text(signOff.exceptions ? `Exceptions: ${signOff.exceptions}` : 'No exceptions are noted.'),
    signed('Installer', signOff.installer),
    signed('Householder', signOff.householder),
  ];
}

/** The newest hand-over of a job. */
export const newestSignOff = (job: Job): SignOff | undefined =>
  [...job.signOffs].sort((a, b) => a.day.localeCompare(b.day)).at(-1);

export function signOffPaper(job: Job): Paper {
  const signOff = newestSignOff(job);
  return {
    title: `Sign-off, ${job.info.name}`,
    running: [businessOf(job).name, 'Sign-off', job.info.name].filter(Boolean).join(' · '),
    warning: simulatedWarning(job),
    blocks: [
      { kind: 'title', text: 'Sign-off', sub: job.info.name },
      ...letterHead(job),
      heading('What was done'),
      ...list(signOff?.statement ?? statementOf(job)),
      heading('Signed'),
      ...signOffBlocks(signOff),
    ],
  };
}
