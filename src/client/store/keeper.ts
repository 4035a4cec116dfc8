/** Keeps what waits to be stored in the browser under the window's name, and finds what closed windows left. */
import type { Outbox, Sync } from '@/core/sync/sync';
import { isEmpty, type OutboxStore } from './outbox';

export interface KeeperPorts {
  outbox: OutboxStore;
  isTaken: (seat: string) => Promise<boolean>;
}

/** What was left under names of windows. */
interface LeftBehind {
  left: { seat: string; outbox: Outbox }[];
  /** Something waits under the name of a window that is open: it may just be closing. */
  open: boolean;
  /** Something can't be read by this version. It stays where it is. */
  unreadable: boolean;
}

export class Keeper {
  #keeping: Promise<void> = Promise.resolve();
  #keptAll = true;

  /** @param told hears after each write whether all is kept. */
  constructor(
    private readonly jobId: string,
    private readonly ports: KeeperPorts,
    private readonly told: (kept: boolean) => void,
  ) {}

  /** Was everything kept so far? */
  get keptAll(): boolean {
    return this.#keptAll;
  }

  /** Resolves when the last write is through, kept or not. */
  get written(): Promise<void> {
    return this.#keeping;
  }

  /** Writes after those before it; a browser that keeps nothing still saves. */
  keep(seat: string, sync: Sync): void {
    this.#keeping = this.#keeping.then(async () => {
      try {
        await this.ports.outbox.write(this.jobId, seat, sync);
        this.#keptAll = true;
      } catch (error) {
        console.error(error);
        this.#keptAll = false;
      }
      this.told(this.#keptAll);
    });
  }

  /** What closed windows left, and this one itself. @param own name of this window. @param ownToo not read yet. */
  async leftBehind(own: string, ownToo: boolean): Promise<LeftBehind> {
    const found: LeftBehind = { left: [], open: false, unreadable: false };
    for (const seat of await this.#names()) {
      if (seat === own && !ownToo) continue;
      if (seat !== own && (await this.ports.isTaken(seat))) {
        found.open = true;
        continue;
      }
      const outbox = await this.ports.outbox.read(this.jobId, seat);
      if (outbox === 'unreadable') found.unreadable = true;
      else if (outbox && !isEmpty(outbox)) found.left.push({ seat, outbox });
    }
    return found;
  }

  /** What another window left is taken over and kept: it may go from under its name. */
  forget(seat: string): Promise<void> {
    return this.ports.outbox.write(this.jobId, seat, { queue: [], aside: [], clashes: [] });
  }

  async #names(): Promise<string[]> {
    try {
      return (await this.ports.outbox.seats(this.jobId)).filter((s) => !s.includes(':'));
    } catch (error) {
      console.error(error);
      this.#keptAll = false;
      return [];
    }
  }
}
