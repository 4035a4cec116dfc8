/** How a laptop stands with its office, in words that are never wider than the truth. */
import type { JobOffice } from './officeApi';

export const roleWords = { office: 'Office', crew: 'Crew', trainee: 'Trainee' } as const;

export const waitWords = (n: number): string => `${n} ${n === 1 ? 'edit waits' : 'edits wait'}`;

type Standing = Pick<JobOffice, 'connection' | 'said' | 'seenAt' | 'waiting' | 'stopped'>;

/** The few words of the top bar. @param when the office was heard last, in words; null = never. */
export function officeWords({ connection, said, waiting, stopped }: Standing, when: string | null): string {
  if (stopped !== null) return `not with the office: ${stopped}`;
  if (said !== null && connection !== 'with the office')
    return `${waiting ? `${waitWords(waiting)}: ` : ''}${said}`;
  if (waiting > 0) return waitWords(waiting);
  if (connection === 'with the office') return `with the office${when === null ? '' : `, ${when}`}`;
  return when === null ? 'looking for the office …' : `with the office until ${when}`;
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
