import type { SnagRule } from '../snag';

/** More units of a family than its maker advises. */
export const familyTooLarge: SnagRule = ({ planned }) => {
  const families = new Set(planned.map((p) => p.product.family).filter((f) => f !== ''));
  return [...families].flatMap((family) => {
    const members = planned.filter((p) => p.product.family === family);
    const most = Math.min(...members.map((p) => p.product.mostUnits ?? Infinity));
    const [first] = members;
    return first && members.length > most
      ? {
          what: `${members.length} units of ${family}, and its maker advises ${most} at most`,
          why: 'More units use too much airtime for each other. Two or three are usual.',
          sure: 'certain' as const,
          recordId: first.unit.id,
          repair: null,
        }
      : [];
  });
};
