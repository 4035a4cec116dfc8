/**
 * The name of a window: its steps carry it, and undo takes back only those. A window that is opened again
 * gets the name of one that was closed, so that undo and what was not stored yet are there again.
 */
const listKey = 'nestle-seats';
const ownKey = 'nestle-seat';
/** A window waits so long for its own name to be free, ms. */
const patienceMs = 2000;
/** A reloaded one longer: on a busy machine the page before it takes its time to go. */
const reloadPatienceMs = 10_000;

export interface Seat {
  name: string;
  /** Lets another window have the name. */
  leave: () => void;
}

/** Holds a name for as long as the window lives. @returns null when another window has it (still, after `waitMs`). */
function hold(name: string, waitMs: number): Promise<Seat | null> {
  return new Promise((resolve, reject) => {
    const options: LockOptions = waitMs > 0 ? { signal: AbortSignal.timeout(waitMs) } : { ifAvailable: true };
    navigator.locks
      .request(`nestle-seat-${name}`, options, (lock) => {
        if (!lock) return resolve(null);
        return new Promise<void>((done) => resolve({ name, leave: done }));
      })
      .catch((error: unknown) =>
        error instanceof DOMException && (error.name === 'TimeoutError' || error.name === 'AbortError')
          ? resolve(null)
          : reject(error instanceof Error ? error : new Error(String(error))),
      );
  });
}

const known = (): string[] => {
  const text = localStorage.getItem(listKey);
  return text === null ? [] : text.split(' ').filter(Boolean);
};

const wasReloaded = () =>
  performance
    .getEntriesByType('navigation')
    .some((n) => n instanceof PerformanceNavigationTiming && n.type === 'reload');

/** The name this tab had. Asked once more at the end: where the page was busy, the time is up before the lock is heard of. */
const holdOwn = async (name: string) =>
  (await hold(name, wasReloaded() ? reloadPatienceMs : patienceMs)) ?? (await hold(name, 0));

/** Takes a name: the one this tab had, else the first that no window has, else a new one. */
export async function takeSeat(): Promise<Seat> {
  const own = sessionStorage.getItem(ownKey);
  const seat = (own && (await holdOwn(own))) || (await firstFree());
  sessionStorage.setItem(ownKey, seat.name);
  return seat;
}

async function firstFree(): Promise<Seat> {
  for (const name of known()) {
    const seat = await hold(name, 0);
    if (seat) return seat;
  }
  const name = `w-${crypto.randomUUID().slice(0, 8)}`;
  localStorage.setItem(listKey, [...known(), name].join(' '));
  const seat = await hold(name, 0);
  if (!seat) throw new Error('a new name is taken');
  return seat;
}

/** Is a window with this name open? */
export async function isTaken(name: string): Promise<boolean> {
  const seat = await hold(name, 0);
  seat?.leave();
  return seat === null;
}
