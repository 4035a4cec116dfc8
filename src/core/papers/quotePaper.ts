/** The quote as a paper: what each room gets, what is done to the house, what it costs. */
import { get, type Job } from '../job/job';
import type { Id } from '../job/records';
import { exactMoney } from './moneyWords';
import { type Block, heading, list, type Paper, table, text } from './paper';
import { businessOf, sumsOf } from './quoteSheet';

const hours = (min: number) => `${Math.floor(min / 60)} h ${String(Math.round(min % 60)).padStart(2, '0')}`;
const lines = (words: string): string[] =>
  words
    .split('\n')
    .map((w) => w.trim())
    .filter(Boolean);

/** Head of a business paper: whose, for whom. */
export function letterHead(job: Job): Block[] {
  const own = businessOf(job);
  const [customer] = job.customers;
  const from = [own.name, ...lines(own.contact), own.registration].filter(Boolean);
  const to = customer ? [customer.name, ...lines(customer.address)].filter(Boolean) : [];
  return [
    ...(own.logo ? [{ kind: 'logo' as const, data: own.logo }] : []),
    ...(from.length ? [text(from.join(' · '), 'muted')] : []),
    ...(to.length ? [text(`For ${to.join(', ')}`)] : []),
  ];
}

export function quotePaper(job: Job, quoteId: Id): Paper {
  const quote = get(job, 'quote', quoteId);
  const { sheet, options, signature } = quote;
  const money = (eur: number) => exactMoney(eur, sheet.currency);
  const sums = sumsOf(sheet, options);
  const isChange = quote.kind === 'change';
  const stateWords = {
    draft: 'Draft: not offered yet.',
    offered: '',
    accepted: 'Accepted.',
    declined: 'Declined.',
  }[quote.state];
  const blocks: Block[] = [
    {
      kind: 'title',
      text: `${isChange ? 'Change order' : 'Quote'}: ${quote.name}`,
      sub: `${job.info.name}. Made on ${quote.madeOn}${quote.validUntil ? `, valid until ${quote.validUntil}` : ''}.`,
    },
    ...letterHead(job),
    ...(stateWords ? [text(stateWords, 'strong')] : []),
    heading('What each room gets'),
    ...(sheet.rooms.length
      ? [
          table(
            [
              ['Room', 0.34],
              ['What it will do there, by calculation', 0.66],
            ],
            sheet.rooms.map((r) => [r.room, r.promise]),
          ),
          text(
            'These are predictions. They are tested after the work, at the same places, and the result is handed over in writing.',
            'muted',
          ),
        ]
      : [text('No room has a need noted.', 'muted')]),
    heading('What is done to the house'),
    ...(sheet.drilled.length ? list(sheet.drilled) : [text('Nothing is drilled.')]),
    ...(sheet.visible.length ? [text('What stays in sight:'), ...list(sheet.visible)] : []),
    heading('Price'),
    table(
      [
        ['Item', 0.62],
        ['Count', 0.14, true],
        [`Sum, ${sheet.currency}`, 0.24, true],
      ],
      [
        ...sheet.parts.map((p) => [p.text, String(p.count), money(p.sumEur)]),
        [`Work, ${hours(sheet.workMin)}`, '', money(sheet.workEur)],
        ...(sheet.travelEur > 0 ? [['Travel', '', money(sheet.travelEur)]] : []),
        ...options.filter((o) => o.ticked).map((o) => [o.text, '', money(o.eur)]),
        ['Net', '', money(sums.netEur)],
        [`${sheet.taxName}, ${sheet.taxPct} %`, '', money(sums.taxEur)],
        ['Total', '', money(sums.totalEur)],
      ],
      3,
    ),
    ...(options.some((o) => !o.ticked)
      ? [
          text('May be added:'),
          ...list(options.filter((o) => !o.ticked).map((o) => `${o.text}: ${money(o.eur)} net`)),
        ]
      : []),
    ...(sheet.terms ? [heading('Terms'), ...lines(sheet.terms).map((t) => text(t))] : []),
    heading('Agreed'),
    {
      kind: 'signature',
      label: 'Name, date, signature',
      path: signature?.path ?? '',
      words: signature
        ? `${signature.name}, ${signature.at.slice(0, 16).replace('T', ' ')} UTC. Fingerprint of what was signed: ${signature.hash}`
        : '',
    },
  ];
  return {
    title: `${quote.name}, ${job.info.name}`,
    running: [businessOf(job).name, quote.name, job.info.name].filter(Boolean).join(' · '),
    warning: job.info.demo ? 'Demonstration data.' : null,
    blocks,
  };
}
