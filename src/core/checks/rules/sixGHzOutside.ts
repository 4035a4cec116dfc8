import { get } from '../../job/job';
import { radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** 6 GHz low-power units are for indoors only (standard, by country group). */
export const sixGHzOutside: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, outdoors }) =>
    outdoors &&
    radioRules[job.info.countryGroup].bands['6'].indoorsOnly &&
    get(job, 'kit', unit.kitId).radios.some((r) => r.band === '6')
      ? {
          what: `${unit.letter} would transmit at 6 GHz outdoors`,
          why: 'Low-power 6 GHz is allowed indoors only. Switch that radio off, or use another unit.',
          sure: 'certain',
          recordId: unit.id,
          repair: null,
        }
      : [],
  );
