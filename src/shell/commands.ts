import { putOne } from '@/core/job/edits';
import { stages } from '@/core/progress/stages';
import type { JobStore, Tool } from '@/client/store/jobStore';
import { themes } from '@/ui/palette';
import { chooseTheme, themeWords } from '@/ui/theme';
import { closeNextGap, mendNext, nudge, removeSelected, stepStorey } from '../client/actions';

/** Everything that can be done by key; the command list and the help page are made from it. */
export interface Command {
  id: string;
  name: string;
  /** As shown; `match` decides. */
  keys: string;
  group: 'Go' | 'Tools' | 'Edit' | 'Drawing' | 'Colours';
  match?: (event: KeyboardEvent) => boolean;
  run: (store: JobStore, go: (stage: string) => void) => void;
}

const plain = (key: string) => (e: KeyboardEvent) =>
  !e.ctrlKey && !e.metaKey && !e.altKey && e.key.toLowerCase() === key;
const ctrl =
  (key: string, shift = false) =>
  (e: KeyboardEvent) =>
    (e.ctrlKey || e.metaKey) && e.shiftKey === shift && e.key.toLowerCase() === key;

const tool = (id: Tool, name: string, key: string, stage?: string): Command => ({
  id: `tool-${id}`,
  name,
  keys: key.toUpperCase(),
  group: 'Tools',
  match: plain(key),
  run: (store, go) => {
    store.getState().set({ tool: id });
    if (stage) go(stage);
  },
});

export const commands: Command[] = [
  ...stages.map((s): Command => ({
    id: `stage-${s.id}`,
    name: s.name,
    keys: String(s.key),
    group: 'Go',
    match: plain(String(s.key)),
    run: (_, go) => go(s.id),
  })),
  {
    id: 'storey-up',
    name: 'Storey above',
    keys: 'Page Up',
    group: 'Go',
    match: plain('pageup'),
    run: (s) => stepStorey(s, -1),
  },
  {
    id: 'storey-down',
    name: 'Storey below',
    keys: 'Page Down',
    group: 'Go',
    match: plain('pagedown'),
    run: (s) => stepStorey(s, 1),
  },
  tool('select', 'Select and move', 'v'),
  tool('spot', 'Add a spot', 's', 'survey'),
  tool('wall', 'Draw a wall', 'w', 'survey'),
  tool('room', 'Add a room', 'r', 'survey'),
  tool('opening', 'Add a door or window to a wall', 'd', 'survey'),
  tool('thing', 'Add an obstacle, stairs, a tree', 'o', 'survey'),
  tool('socket', 'Add a socket', 'p', 'survey'),
  tool('coax', 'Add a coax outlet or splitter', 'c', 'survey'),
  tool('data', 'Add a data outlet, the entry or a device', 'n', 'survey'),
  tool('route', 'Draw a cable route', 'k', 'survey'),
  {
    id: 'phone',
    name: 'Walk test on the phone: show the code',
    keys: '',
    group: 'Go',
    run: (s) => s.getState().set({ phoneOpen: true }),
  },
  {
    id: 'lengths',
    name: 'Lengths in metres or feet: switch',
    keys: '',
    group: 'Drawing',
    run: (store) => {
      const { job, commit } = store.getState();
      const lengths = job.info.lengths === 'm' ? 'ft' : 'm';
      commit(putOne(`Lengths in ${lengths}`, { ...job.info, lengths }));
    },
  },
  {
    id: 'catalogue',
    name: 'Catalogue of products',
    keys: '',
    group: 'Go',
    run: (s, go) => {
      s.getState().set({ catalogueOpen: true });
      if (!window.location.pathname.endsWith('/plan')) go('plan');
    },
  },
  {
    id: 'close-gap',
    name: 'Close the next gap between walls',
    keys: 'G',
    group: 'Edit',
    match: plain('g'),
    run: (s) => closeNextGap(s),
  },
  {
    id: 'mend',
    name: 'Fix the next snag',
    keys: 'F',
    group: 'Edit',
    match: plain('f'),
    run: (s) => mendNext(s),
  },
  {
    id: 'room-line',
    name: 'Type a room',
    keys: '/',
    group: 'Tools',
    match: plain('/'),
    run: (_, go) => {
      go('survey');
      document.querySelector<HTMLInputElement>('#room-line')?.focus();
    },
  },
  tool('measure', 'Measure', 'm'),
  {
    id: 'tool-cut',
    name: 'Show path profile between two places',
    keys: 'X',
    group: 'Tools',
    match: plain('x'),
    run: (s, go) => {
      if (!/\/(plan|before)$/.test(window.location.pathname)) go('plan');
      s.getState().set({ tool: 'cut' });
    },
  },
  {
    id: 'tool-unit',
    name: 'Place a unit',
    keys: 'U',
    group: 'Tools',
    match: plain('u'),
    run: (store, go) => {
      const { job, kitId, set } = store.getState();
      set({ tool: 'unit', kitId: kitId ?? job.kits.find((k) => k.kind === 'node')?.id ?? null });
      go('plan');
    },
  },
  {
    id: 'undo',
    name: 'Undo',
    keys: 'Ctrl Z',
    group: 'Edit',
    match: ctrl('z'),
    run: (s) => s.getState().undo(),
  },
  {
    id: 'redo',
    name: 'Redo',
    keys: 'Ctrl Shift Z',
    group: 'Edit',
    match: ctrl('z', true),
    run: (s) => s.getState().redo(),
  },
  {
    id: 'remove',
    name: 'Remove what is selected',
    keys: 'Del',
    group: 'Edit',
    match: (e) => e.key === 'Delete',
    run: (s) => removeSelected(s),
  },
  ...(
    [
      ['left', 'ArrowLeft', -1, 0],
      ['right', 'ArrowRight', 1, 0],
      ['up', 'ArrowUp', 0, -1],
      ['down', 'ArrowDown', 0, 1],
    ] as const
  ).flatMap(([name, key, x, y]): Command[] => [
    {
      id: `nudge-${name}`,
      name: `Nudge 5 cm ${name}`,
      keys: `Arrow ${name}`,
      group: 'Edit',
      match: (e) => e.key === key && !e.shiftKey,
      run: (s) => nudge(s, x * 0.05, y * 0.05),
    },
    {
      id: `nudge-far-${name}`,
      name: `Nudge 50 cm ${name}`,
      keys: `Shift Arrow ${name}`,
      group: 'Edit',
      match: (e) => e.key === key && e.shiftKey,
      run: (s) => nudge(s, x * 0.5, y * 0.5),
    },
  ]),
  {
    id: 'layer-headroom',
    name: 'Show headroom',
    keys: '',
    group: 'Drawing',
    run: (s) => s.getState().set({ layer: 'headroom' }),
  },
  {
    id: 'layer-signal',
    name: 'Show signal',
    keys: '',
    group: 'Drawing',
    run: (s) => s.getState().set({ layer: 'signal' }),
  },
  {
    id: 'layer-certainty',
    name: 'Show certainty',
    keys: '',
    group: 'Drawing',
    run: (s) => s.getState().set({ layer: 'certainty' }),
  },
  {
    id: 'layer-units',
    name: 'Show serving unit',
    keys: '',
    group: 'Drawing',
    run: (s) => s.getState().set({ layer: 'units' }),
  },
  ...themes.map((theme): Command => ({
    id: `theme-${theme}`,
    name: `Colours: ${themeWords[theme]}`,
    keys: '',
    group: 'Colours',
    run: () => chooseTheme(theme),
  })),
];
