/** The words of a command are off: exit 2 with its help. */
export class UsageError extends Error {}
