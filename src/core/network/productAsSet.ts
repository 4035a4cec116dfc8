import type { Product, Unit } from '../job/records';

/** A unit's product with its access radios as wide as the unit is set; never wider than the product can. */
export function productAsSet(product: Product, unit: Pick<Unit, 'widths'>): Product {
  const narrower = (r: Product['radios'][number]) => {
    const set = unit.widths[r.band];
    return r.use === 'access' && set !== null && set < r.widthMHz ? { ...r, widthMHz: set } : r;
  };
  return product.radios.some((r) => narrower(r) !== r)
    ? { ...product, radios: product.radios.map(narrower) }
    : product;
}
