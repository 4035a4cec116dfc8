import type { Kit, Unit } from '../job/records';

/** A unit's kit with its access radios as wide as the unit is set; never wider than the kit can. */
export function kitAsSet(kit: Kit, unit: Pick<Unit, 'widths'>): Kit {
  const narrower = (r: Kit['radios'][number]) => {
    const set = unit.widths[r.band];
    return r.use === 'access' && set !== null && set < r.widthMHz ? { ...r, widthMHz: set } : r;
  };
  return kit.radios.some((r) => narrower(r) !== r) ? { ...kit, radios: kit.radios.map(narrower) } : kit;
}
