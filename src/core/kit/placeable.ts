import type { Kit } from '../job/records';

/** Kit that has a place of its own in the plan: what sends, and switches. Adapters and injectors belong to links. */
export const isPlaceable = (kit: Kit): boolean => kit.radios.length > 0 || kit.kind === 'switch';
