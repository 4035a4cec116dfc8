/** The runbook of a job for other programs and for paper. */
import { cautions } from '../install/cautions';
import type { Live, LiveStep } from '../install/live';
import { toTenth } from '../geometry/round';

/** The runbook as plain data; minutes from the start of the work. */
export function runbookData(job: string, people: number, live: Live): object {
  return {
    job,
    people,
    finishMin: toTenth(live.finishMin),
    between: [toTenth(live.earlyMin), toTenth(live.lateMin)],
    soonestPossibleMin: toTenth(live.schedule.boundMin),
    proven: live.schedule.proven,
    problems: live.runbook.problems,
    steps: live.steps.map((s) => ({
      key: s.step.key,
      title: s.step.title,
      text: s.step.text,
      gate: s.step.holdPoint?.question ?? null,
      after: s.step.after,
      handsMin: s.step.hands.min,
      waitMin: s.step.wait?.min ?? 0,
      startMin: toTenth(s.startMin),
      handsFreeMin: toTenth(s.handsEndMin),
      endMin: toTenth(s.endMin),
      hands: s.person + 1,
      decides: s.critical,
      state: s.state,
      cautions: s.step.cautions.map((c) => cautions[c]),
    })),
  };
}

/** Minutes from the start as hours and minutes: 59.7 → 1:00. */
export function clockText(min: number): string {
  const whole = Math.round(min);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
const byStart = (a: LiveStep, b: LiveStep) => a.startMin - b.startMin;

/** The runbook as Markdown: in the order of the hands, with boxes to tick. */
export function runbookMarkdown(job: string, people: number, live: Live): string {
  const lines = [
    `# Runbook: ${job}`,
    '',
    `${people === 1 ? 'One installer' : 'Two installers'}. All done after ${clockText(live.finishMin)}, most likely between ${clockText(live.earlyMin)} and ${clockText(live.lateMin)}.`,
    '',
    ...live.runbook.problems.map((p) => `> ${p}\n`),
  ];
  for (const s of [...live.steps].sort(byStart)) {
    const { step } = s;
    const done = s.state === 'done' || s.state === 'skipped' ? 'x' : ' ';
    const who = people === 2 && step.hands.min > 0 ? `, hands-on ${s.person + 1}` : '';
    lines.push(
      `- [${done}] **${clockText(s.startMin)}${who}** ${step.title}${s.critical ? ' (sets the finish time)' : ''}`,
    );
    if (step.text) lines.push(`  ${step.text}`);
    if (step.wait) lines.push(`  Wait about ${toTenth(step.wait.min)} min.`);
    if (step.holdPoint) lines.push(`  Go on only when: ${step.holdPoint.question}`);
    for (const c of step.cautions) lines.push(`  Caution: ${cautions[c]}`);
  }
  return `${lines.join('\n')}\n`;
}
