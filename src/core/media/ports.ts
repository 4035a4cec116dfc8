/** What hangs on the ports of a unit, and the power that they give. */
import { find, type Job } from '../job/job';
import type { Id, Product, Link } from '../job/records';
import { type PoeCable, type PoePort, poePort, type PoeType } from './poe';

export interface PortUse {
  /** The link, or the cable of a fixed device. */
  id: Id;
  medium: Link['medium'];
  lengthM: number | null;
  /** The letter of the unit, or the name of the device. */
  to: string;
  /** Power over this cable: from the port itself or from an injector in it; null where the unit takes none or gets none. */
  power: (PoePort & { from: 'port' | 'injector' }) | null;
  /** The unit takes its power over the cable and nothing gives it. */
  unpowered: boolean;
}

export interface Ports {
  product: Product;
  /** Ports for what hangs on it: without the one that feeds it. */
  ports: number;
  used: PortUse[];
  /** Ports of it that give power: how many there are and are taken. */
  poePorts: number;
  poeUsed: number;
  /** What they give in all, and the most that they may, W; null = not said. */
  givesW: number;
  budgetW: number | null;
}

/** One thing in a port, with the power that it takes over its cable. */
interface Plugged extends Pick<PortUse, 'id' | 'medium' | 'lengthM' | 'to'> {
  category: PoeCable | null;
  adapterKitId: Id | null;
  takes: { type: PoeType; watts: number } | null;
}

/** What feeds a unit: the incoming line, something in one of its ports, or nothing that takes one. */
export type PortFeed = 'line' | 'port' | 'air';

/** How a link feeds a unit: over the air, or by mains that go into the unit itself, takes no port. */
export const feedOf = (link: Pick<Link, 'medium'> | undefined, product: Pick<Product, 'mains'>): PortFeed => {
  if (!link) return 'line';
  return link.medium === 'wireless' || (link.medium === 'powerline' && product.mains) ? 'air' : 'port';
};

/**
 * Ports of a product that are left for what hangs on it. Where they are marked, those; the one for the line is taken by
 * the line, or by the cable that feeds the unit, and serves nothing else. Else as many as it has: of a unit that the line feeds all.
 * Example: a node with two ports, fed by a cable → 1; over the air → 2.
 */
export function portsLeft({ ports, setup }: Pick<Product, 'ports' | 'setup'>, feed: PortFeed): number {
  const marked = setup.ports.length;
  const all = marked || ports;
  const forLine = setup.ports.filter((p) => p.use === 'line').length;
  if (feed === 'air') return all - forLine;
  if (feed === 'line' && marked === 0) return all;
  return Math.max(0, all - Math.max(1, forLine));
}

/**
 * The ports of a planned unit with what is plugged in: cables, and the adapters of coax and powerline
 * links. Null for an unknown unit. Power at a port includes what the cable loses (see `poePort`); one
 * that no current could feed counts with what the unit draws.
 */
export function portsOf(job: Job, unitId: Id): Ports | null {
  const unit = find(job, 'unit', unitId);
  const product = find(job, 'kit', unit?.kitId);
  if (!unit || !product) return null;
  const units = job.links.flatMap((link): Plugged[] => {
    const to = find(job, 'unit', link.unitId);
    if (link.fromUnitId !== unitId || link.medium === 'wireless' || !to?.planned) return [];
    const fed = find(job, 'kit', to.kitId);
    const takes = fed?.poeIn && link.medium === 'ethernet' ? { type: fed.poeIn, watts: fed.powerW } : null;
    return [{ ...link, to: to.letter, takes }];
  });
  const devices = job.deviceCables.flatMap((cable): Plugged[] => {
    const device = find(job, 'fixedDevice', cable.deviceId);
    if (cable.fromUnitId !== unitId || !device) return [];
    const takes = device.poe === 'none' ? null : { type: device.poe, watts: device.poeW };
    return [{ ...cable, medium: 'ethernet', to: device.name, takes }];
  });
  const used = [...units, ...devices].map((plugged): PortUse & { watts: number } => {
    const { id, medium, lengthM, to, takes } = plugged;
    const rest = { id, medium, lengthM, to, watts: takes?.watts ?? 0 };
    const injector = medium === 'ethernet' ? find(job, 'kit', plugged.adapterKitId) : undefined;
    const source = injector ? 'injector' : product.poePorts > 0 ? 'port' : null;
    if (!takes) return { ...rest, power: null, unpowered: false };
    if (!source) return { ...rest, power: null, unpowered: true };
    const power = poePort(takes.type, takes.watts, lengthM ?? 0, plugged.category ?? 'cat6');
    return { ...rest, power: { ...power, from: source }, unpowered: false };
  });
  const fromPorts = used.filter((u) => u.power?.from === 'port');
  return {
    product,
    ports: portsLeft(
      product,
      feedOf(
        job.links.find((l) => l.unitId === unitId),
        product,
      ),
    ),
    used,
    poePorts: product.poePorts,
    poeUsed: fromPorts.length,
    givesW: fromPorts.reduce((sum, u) => sum + (u.power?.sourceW ?? u.watts), 0),
    budgetW: product.poeBudgetW,
  };
}
