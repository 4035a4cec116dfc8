/** What the drawing tools offer to put down: usual sizes and planning losses, all to be changed afterwards. */
import type { Obstacle, Opening, PerBand, ServicePoint } from '../job/records';

export interface OpeningPreset {
  id: string;
  name: string;
  kind: Opening['kind'];
  widthM: number;
  sillM: number;
  headM: number;
  assemblyId: string | null;
}

const opening = (
  id: string,
  name: string,
  kind: Opening['kind'],
  widthM: number,
  sillM: number,
  headM: number,
  assemblyId: string | null,
): OpeningPreset => ({ id, name, kind, widthM, sillM, headM, assemblyId });

export const openingPresets: OpeningPreset[] = [
  opening('door', 'Door, timber', 'door', 0.85, 0, 2, 'asm-door'),
  opening('plank-door', 'Front door, oak', 'door', 1, 0, 2.1, 'asm-plank-door'),
  opening('fire-door', 'Fire door', 'door', 0.9, 0, 2, 'asm-fire-door'),
  opening('steel-door', 'Steel door', 'door', 1, 0, 2, 'asm-steel-door'),
  opening('window', 'Window, single glazing', 'window', 1.2, 0.85, 2.1, 'asm-sash'),
  opening('double', 'Window, double glazing', 'window', 1.2, 0.85, 2.1, 'asm-double'),
  opening('low-e', 'Window, low-e glazing', 'window', 1.2, 0.85, 2.1, 'asm-low-e'),
  opening('glass-door', 'Glazed door', 'door', 0.9, 0, 2.1, 'asm-double'),
  opening('archway', 'Archway, open', 'archway', 1.2, 0, 2.2, null),
  opening('hatch', 'Serving hatch, open', 'archway', 0.8, 1, 1.6, null),
];

export interface ThingPreset {
  id: string;
  name: string;
  group: 'Blocks' | 'Disturbs' | 'Furniture' | 'Outdoors' | 'Floor';
  symbol: Obstacle['symbol'];
  widthM: number;
  depthM: number;
  bottomM: number;
  topM: number;
  lossDb: PerBand;
  disturbs: Obstacle['disturbs'];
  /** Stairs and hatches also open the floor: of this storey, or of the one above. */
  opensFloor: 'none' | 'stairwell-above' | 'hatch';
}

const db = (a: number, b: number, c: number): PerBand => ({ '2.4': a, '5': b, '6': c });
const thing = (
  id: string,
  name: string,
  group: ThingPreset['group'],
  symbol: Obstacle['symbol'],
  [widthM, depthM, topM]: [number, number, number],
  lossDb: PerBand,
  rest: Partial<Pick<ThingPreset, 'bottomM' | 'disturbs' | 'opensFloor'>> = {},
): ThingPreset => ({
  id,
  name,
  group,
  symbol,
  widthM,
  depthM,
  topM,
  lossDb,
  bottomM: 0,
  disturbs: 'none',
  opensFloor: 'none',
  ...rest,
});

/** Losses are planning values for a path through the thing. */
export const thingPresets: ThingPreset[] = [
  thing('chimney', 'Chimney breast', 'Blocks', 'chimney', [1.6, 0.5, 2.6], db(9, 14, 16)),
  thing('fridge', 'Fridge', 'Blocks', 'box', [0.6, 0.65, 1.8], db(12, 15, 16)),
  thing('metal', 'Metal cupboard', 'Blocks', 'box', [0.9, 0.5, 1.9], db(13, 17, 18)),
  thing('tank', 'Water tank', 'Blocks', 'round', [0.8, 0.8, 1.6], db(14, 20, 22)),
  thing('boiler', 'Boiler', 'Blocks', 'box', [0.6, 0.6, 1.6], db(12, 15, 16)),
  thing('aquarium', 'Fish tank', 'Blocks', 'box', [1.2, 0.5, 1.4], db(10, 16, 18), { bottomM: 0.7 }),
  thing('mirror', 'Large mirror', 'Blocks', 'box', [1.2, 0.05, 2], db(16, 18, 18), { bottomM: 0.4 }),
  thing('books', 'Full bookshelf', 'Blocks', 'shelves', [1.2, 0.35, 2], db(3, 6, 7)),
  thing('microwave', 'Microwave', 'Disturbs', 'box', [0.5, 0.4, 1.3], db(8, 10, 10), {
    bottomM: 0.95,
    disturbs: 'microwave',
  }),
  thing('cordless', 'Cordless phone base', 'Disturbs', 'box', [0.2, 0.2, 1], db(0, 0, 0), {
    bottomM: 0.9,
    disturbs: 'cordless',
  }),
  thing('table', 'Table', 'Furniture', 'table', [1.6, 0.9, 0.75], db(0, 0, 0)),
  thing('desk', 'Desk', 'Furniture', 'desk', [1.4, 0.7, 0.75], db(0, 0, 0)),
  thing('bed', 'Bed', 'Furniture', 'bed', [1.5, 2, 0.6], db(0, 0, 0)),
  thing('sofa', 'Sofa', 'Furniture', 'sofa', [2, 0.85, 0.8], db(0, 0, 0)),
  thing('bath', 'Bath', 'Furniture', 'bath', [0.75, 1.7, 0.6], db(0, 0, 0)),
  thing('stairs', 'Stairs up', 'Floor', 'stairs', [0.95, 2.6, 2.6], db(0, 0, 0), {
    opensFloor: 'stairwell-above',
  }),
  thing('hatch', 'Hatch in this floor', 'Floor', 'box', [0.8, 0.8, 0.05], db(0, 0, 0), {
    opensFloor: 'hatch',
  }),
  thing('tree', 'Tree', 'Outdoors', 'tree', [5, 5, 8], db(5, 9, 10), { bottomM: 1.5 }),
  thing('hedge', 'Hedge', 'Outdoors', 'hedge', [6, 0.9, 1.8], db(4, 8, 9)),
  thing('post', 'Post for a unit', 'Outdoors', 'post', [0.1, 0.1, 3], db(0, 0, 0)),
];

export type ServicePointKind = ServicePoint['kind'];

/** What each kind of service is called, and how high it usually is, m. */
export const servicePointKinds: Record<ServicePointKind, { name: string; heightM: number }> = {
  entry: { name: 'Service entry', heightM: 0.6 },
  socket: { name: 'Socket', heightM: 0.3 },
  coax: { name: 'Coax outlet', heightM: 0.3 },
  data: { name: 'Data outlet', heightM: 0.3 },
  splitter: { name: 'Splitter', heightM: 1.5 },
  board: { name: 'Consumer unit', heightM: 1.6 },
  panel: { name: 'Data panel', heightM: 1.5 },
  duct: { name: 'End of a duct', heightM: 0.3 },
};
