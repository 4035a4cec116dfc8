import { isTaken, takeSeat } from './seat';

/** Locks as a browser has them: one holder a name, the next in line gets it, and a wait can be given up. */
function makeLocks() {
  const held = new Set<string>();
  const lines = new Map<string, (() => void)[]>();
  /** Names whose lock is told late: the page is busy, and the end of the wait is heard of first. */
  const late = new Set<string>();
  const grant = (name: string, callback: (lock: object | null) => unknown) => {
    held.add(name);
    const free = () => {
      held.delete(name);
      lines.get(name)?.shift()?.();
    };
    return Promise.resolve(callback({ name })).finally(free);
  };
  return {
    held,
    late,
    request(
      name: string,
      options: LockOptions,
      callback: (lock: object | null) => unknown,
    ): Promise<unknown> {
      if (options.ifAvailable)
        return held.has(name) ? Promise.resolve(callback(null)) : grant(name, callback);
      return new Promise((resolve, reject) => {
        if (late.has(name)) return reject(new DOMException('aborted', 'TimeoutError'));
        const begin = () => resolve(grant(name, callback));
        if (!held.has(name)) return begin();
        const line = lines.get(name) ?? [];
        lines.set(name, [...line, begin]);
        options.signal?.addEventListener('abort', () => {
          lines.set(
            name,
            (lines.get(name) ?? []).filter((b) => b !== begin),
          );
          reject(new DOMException('aborted', 'TimeoutError'));
        });
      });
    },
  };
}

const makeStorage = () => {
  const held = new Map<string, string>();
  return {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => void held.set(key, value),
  };
};

let locks: ReturnType<typeof makeLocks>;
const openTab = () => Object.assign(globalThis, { sessionStorage: makeStorage() });

beforeEach(() => {
  locks = makeLocks();
  Object.defineProperty(globalThis, 'navigator', { value: { locks }, configurable: true });
  Object.assign(globalThis, { localStorage: makeStorage(), PerformanceNavigationTiming: class {} });
  openTab();
});

test('each window that is open has a name of its own', async () => {
  const first = await takeSeat();
  openTab();
  const second = await takeSeat();
  expect(second.name).not.toBe(first.name);
  expect(await isTaken(first.name)).toBe(true);
});

test('a window that is opened again gets the name of one that was closed', async () => {
  const first = await takeSeat();
  first.leave();
  await Promise.resolve();
  openTab();
  expect((await takeSeat()).name).toBe(first.name);
});

test('a reloaded window waits for its own name while the page before it goes', async () => {
  const first = await takeSeat();
  const again = takeSeat();
  first.leave();
  expect((await again).name).toBe(first.name);
});

test('a name that became free is taken even where the end of the wait is heard of first', async () => {
  const first = await takeSeat();
  openTab();
  const second = await takeSeat();
  for (const seat of [first, second]) seat.leave();
  await Promise.resolve();
  locks.late.add(`nestle-seat-${second.name}`);
  // the first name is free too, and would be the next choice
  expect((await takeSeat()).name).toBe(second.name);
});

test('a copy of a tab gets another name when its own stays taken', async () => {
  const first = await takeSeat();
  const copy = await takeSeat();
  expect(copy.name).not.toBe(first.name);
}, 20_000);
