export type ProposalKind =
  'least cost' | 'new main unit' | 'everyone at once' | 'no drilling' | 'most headroom';

/** What each kind is called on screen; the kinds themselves are those of `nestle plan`. */
export const proposalWords: Record<ProposalKind, string> = {
  'least cost': 'Lowest cost',
  'new main unit': 'New main unit',
  'everyone at once': 'All needs at once',
  'no drilling': 'No drilling',
  'most headroom': 'Most headroom',
};
