import type { Product } from '../job/records';

/** Product that has a place of its own in the plan: what sends, and switches. Adapters and injectors belong to links. */
export const isPlaceable = (product: Product): boolean =>
  product.radios.length > 0 || product.kind === 'switch';
