import { putOne } from '../../job/edits';
import { get } from '../../job/job';
import type { SnagRule } from '../snag';

/** Draws so little that it can hardly repeat anything (planning), W. */
const tooLittleW = 2;

/** A smart socket entered as an extender: it joins the network as a device and repeats nothing. */
export const socketAsExtender: SnagRule = ({ job, planned }) =>
  planned.flatMap(({ unit, product }) => {
    const looksIt = /\b(smart|metering|timer)\b|\bsmart (plug|socket)\b/i.test(
      `${product.name} ${product.note} ${unit.name}`,
    );
    const small =
      product.powerW > 0 &&
      product.powerW < tooLittleW &&
      product.radios.length === 1 &&
      product.radios[0]?.band === '2.4';
    return product.kind === 'extender' && (looksIt || small)
      ? {
          what: `${unit.letter} may be a smart socket, not an extender`,
          why: 'A smart socket repeats no signal. Its downstream units get no connection.',
          sure: looksIt ? 'likely' : 'possible',
          recordId: unit.id,
          repair: putOne(`Remove ${unit.letter} from the plan`, {
            ...get(job, 'unit', unit.id),
            planned: false,
          }),
        }
      : [];
  });
