/** How a laptop stands with its office, in words that are never wider than the truth. */
import type { JobOffice } from './officeApi';

export const roleWords = { office: 'Office', crew: 'Crew', trainee: 'Trainee' } as const;

export const waitWords = (n: number): string => `${n} ${n === 1 ? 'edit waits' : 'edits wait'}`;

type Standing = Pick<JobOffice, 'connection' | 'said' | 'seenAt' | 'waiting' | 'stopped' | 'refused'>;

/** The few words of the top bar. @param when the office was heard last, in words; null = never. */
export function officeWords(
  { connection, said, waiting, stopped, refused }: Standing,
  when: string | null,
): string {
  if (refused) return 'refused by the office';
  if (stopped !== null) return 'not with the office';
  if (waiting > 0) return waitWords(waiting);
  if (connection === 'with the office') return `with the office${when === null ? '' : `, ${when}`}`;
  if (when !== null) return `with the office until ${when}`;
  return said === null ? 'looking for the office …' : 'not with the office';
}

/** Why nothing goes to the office now; null: all is well, or not known yet. */
export function troubleWords({
  connection,
  said,
  stopped,
}: Pick<Standing, 'connection' | 'said' | 'stopped'>): string | null {
  if (stopped !== null) return `This job does not go to the office: ${stopped}.`;
  return said !== null && connection !== 'with the office' ? said : null;
}

/** Why this laptop may not change a job; null = it may. */
export function closedWords({
  role,
  isMine,
  onlyFor,
}: Pick<JobOffice, 'role' | 'isMine' | 'onlyFor'>): string | null {
  if (role === 'trainee')
    return 'As a trainee you can look, rehearse and compute proposals. To change things, copy the job.';
  if (!isMine && onlyFor) return `Only ${onlyFor.name} may change this job now.`;
  return null;
}
