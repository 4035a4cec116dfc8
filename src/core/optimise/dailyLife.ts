/** What a proposal asks of the householder's daily life: where units stand, on what, with leads and lights. */
import type { CandidateOption } from './planningInstance';

const standsOn: Record<CandidateOption['unit']['mount'], string> = {
  shelf: 'on furniture',
  wall: 'on a wall',
  ceiling: 'on a ceiling',
  socket: 'in a socket',
  cupboard: 'in a cupboard',
  pole: 'on a pole',
};

const count = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`;

/**
 * One sentence on the new units: how many stand on what, how many leads hang from sockets and how many sockets are
 * taken, how many show lights. Cables to devices are told apart.
 * Example: «2 units on furniture, 1 on a ceiling; 2 leads to sockets; 3 with lights.»
 * @returns null where no unit is new.
 */
export function dailyLife(options: readonly CandidateOption[]): string | null {
  const units = options.filter((c) => c.candidate.kind !== 'device');
  if (units.length === 0) return null;
  const by = new Map<string, number>();
  for (const { unit } of units) by.set(standsOn[unit.mount], (by.get(standsOn[unit.mount]) ?? 0) + 1);
  const places = [...by].map(([where, n], i) => `${i === 0 ? count(n, 'unit') : n} ${where}`).join(', ');
  const isFedByCable = (c: CandidateOption) => c.product.poeIn !== null && c.link.medium === 'ethernet';
  const powered = units.filter((c) => !isFedByCable(c) && c.product.powerW > 0);
  const leads = powered.filter((c) => c.unit.mount !== 'socket' && c.product.setup.leadM > 0).length;
  const sockets = powered.length;
  const lit = units.filter((c) => c.product.lights.length > 0).length;
  return `${[
    places,
    ...(leads > 0 ? [count(leads, 'power lead to a socket', 'leads to sockets')] : []),
    ...(sockets > leads ? [count(sockets - leads, 'plug in a socket', 'plugs in sockets')] : []),
    ...(lit > 0 ? [`${lit} with lights`] : []),
  ].join('; ')}.`;
}
