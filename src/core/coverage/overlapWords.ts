/** What a handover means, in words. */
export function overlapWords(overlapDb: number): string {
  if (overlapDb > 12) return 'much overlap: a phone holds on to the old unit for long';
  if (overlapDb < -12) return 'a gap: a call may drop on the way';
  return 'a phone changes in time';
}
