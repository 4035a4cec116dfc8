/** A download that looks like a button. */
export const linkLook =
  'inline-flex h-9 items-center gap-2 rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11';
