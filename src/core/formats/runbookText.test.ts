import { demos } from '@/testing/demoJobs';
import { cautions } from '../install/cautions';
import { liveRunbook } from '../install/live';
import { clockText, runbookData, runbookMarkdown } from './runbookText';

test.each([
  [0, '0:00'],
  [59.4, '0:59'],
  [59.5, '1:00'],
  [59.7, '1:00'],
  [60, '1:00'],
  [119.6, '2:00'],
  [605, '10:05'],
])('%f minutes are %s', (min, text) => expect(clockText(min)).toBe(text));

describe('the runbook as Markdown', () => {
  const [demo] = demos;
  if (!demo) throw new Error('no demo job');
  const live = liveRunbook(demo.job, 1, Date.parse('2026-11-20T09:00:00Z'));
  const text = runbookMarkdown('Quay House', 1, live);
  const lines = text.split('\n');

  test('says for how many hands, and when all is done', () => {
    expect(lines[0]).toBe('# Runbook: Quay House');
    expect(lines[2]).toBe(
      `One installer. All done after ${clockText(live.finishMin)}, most likely between ${clockText(live.earlyMin)} and ${clockText(live.lateMin)}.`,
    );
    expect(runbookMarkdown('X', 2, live)).toMatch(/\nTwo installers\./);
  });

  test('every step with a box, in the order in which it begins, with its wait, hold point and cautions', () => {
    const boxes = lines.filter((l) => l.startsWith('- ['));
    expect(boxes).toHaveLength(live.steps.length);
    const starts = boxes
      .map((l) => /\*\*(\d+):(\d\d)/.exec(l) ?? [])
      .map(([, h, m]) => 60 * Number(h) + Number(m));
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    for (const { step, critical } of live.steps) {
      const at = lines.findIndex((l) => l.includes(`** ${step.title}`));
      const end = lines.findIndex((l, i) => i > at && (l.startsWith('- [') || l === ''));
      const own = lines.slice(at, end === -1 ? undefined : end);
      expect(own[0]?.endsWith('(sets the finish time)')).toBe(critical);
      expect(own.some((l) => l.startsWith('  Wait about'))).toBe(step.wait !== null);
      expect(own.some((l) => l === `  Go on only when: ${step.holdPoint?.question}`)).toBe(
        step.holdPoint !== null,
      );
      expect(own.filter((l) => l.startsWith('  Caution: '))).toEqual(
        step.cautions.map((c) => `  Caution: ${cautions[c]}`),
      );
    }
  });

  test('what is done or left out is ticked; two people have their names', () => {
    const [first, second, third] = live.steps;
    if (!first || !second || !third) throw new Error('no steps');
    const some = {
      ...live,
      steps: [{ ...first, state: 'done' as const }, { ...second, state: 'skipped' as const }, third],
    };
    const boxes = runbookMarkdown('X', 2, some)
      .split('\n')
      .filter((l) => l.startsWith('- ['));
    expect(boxes.map((l) => l.slice(0, 5))).toEqual(['- [x]', '- [x]', '- [ ]']);
    expect(boxes[0]).toMatch(/\*\*\d+:\d\d, hands-on [12]\*\*/);
  });

  test('what is wrong with the runbook stands above it', () => {
    const wrong = { ...live, runbook: { ...live.runbook, problems: ['two steps wait for one another'] } };
    expect(runbookMarkdown('X', 1, wrong)).toContain('\n> two steps wait for one another\n');
  });

  test('as data: minutes to a tenth, every step', () => {
    const data = runbookData('X', 1, live) as {
      finishMin: number;
      steps: { key: string; gate: string | null; waitMin: number }[];
    };
    expect(data.finishMin).toBeCloseTo(live.finishMin, 1);
    expect(data.steps.map((s) => s.key)).toEqual(live.steps.map((s) => s.step.key));
    expect(data.steps.map((s) => s.waitMin)).toEqual(live.steps.map((s) => s.step.wait?.min ?? 0));
  });
});
