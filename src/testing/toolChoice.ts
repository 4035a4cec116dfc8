import type { JobState } from '../client/store/jobStore';
import { openingPresets } from '../core/survey/presets';

/** What the tools of the sheet have chosen, for tests: the first opening, and plain sockets. */
export const toolChoice = {
  opening: openingPresets[0]?.id ?? '',
  thing: '',
  socket: 'socket',
  coax: 'coax',
  data: 'data',
  route: 'duct',
} as unknown as JobState['choice'];
