import { radioRules } from '../../wifi/radioRules';
import type { SnagRule } from '../snag';

/** A radio that sends with more than its country group allows (planning; check the local rules). */
export const tooLoud: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) => {
    const rules = radioRules[job.info.countryGroup];
    // channels for radar allow more; what matters here is the highest of the band
    const limit = { '2.4': rules.bands['2.4'].eirpDbm, '5': 30, '6': rules.bands['6'].eirpDbm };
    const radio = product.radios.find((r) => r.eirpDbm > limit[r.band]);
    return radio
      ? {
          what: `${product.name} sends ${radio.eirpDbm} dBm at ${radio.band} GHz, ${rules.name} allows ${limit[radio.band]}`,
          why: 'What is computed with it is then too good; check its sheet and the local rules.',
          sure: 'possible',
          recordId: unit.id,
          repair: null,
        }
      : [];
  });
