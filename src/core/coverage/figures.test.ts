/** Coverage of whole houses: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { rounded, row } from '@/testing/rounded';
import { networkOf } from '../network/backhaul';
import { testDevice } from '../job/testDevice';
import { accessFields, type FieldInputs, layerOver, noiseField, shareAbove, unitField } from './field';
import { gridsOf, latticeOf, nodesAround } from './grid';
import { isobands } from './isolines';
import { handoversOf, roamingOver } from './roaming';

const stepM = 0.8;
const every = (n: number) => (_: unknown, i: number) => i % n === 0;

test.each(houses)('%s: headroom, certainty, signal, who serves, and handovers', (_name, job, scene) => {
  const network = networkOf(job, scene, 'planned');
  const device = testDevice(job);
  if (!device) throw new Error('no test device');
  const roamings: Parameters<typeof handoversOf>[0][number][] = [];
  const rooms = job.storeys.flatMap((s) =>
    gridsOf(job, s.id, stepM, s.level > 0).map((grid) => {
      const inputs: FieldInputs = {
        ...{ job, network, device, grid },
        fields: new Map(network.backhauls.map((b) => [b.unit.id, unitField(scene, b, grid)])),
        noise: noiseField(scene, network.disturbers, grid),
      };
      const roaming = roamingOver(accessFields(inputs), grid.inside.length);
      roamings.push({ grid, roaming });
      const lattice = latticeOf(grid);
      const headroom = layerOver(inputs, 'headroom', '5');
      return {
        room: grid.room.name,
        grid: row([grid.x0, grid.y0, grid.columns, grid.rows, grid.inside.length]),
        at: grid.at.filter(every(13)),
        around: nodesAround(grid).filter(every(9)),
        full: Array.from(lattice.isFull).join(''),
        weights: lattice.weight.filter(every(7)),
        headroom: row(headroom.filter(every(3)), 4),
        above: shareAbove(headroom, 10),
        certainty: row(layerOver(inputs, 'certainty', '5').filter(every(3)), 3),
        signal: row(layerOver(inputs, 'signal', '2.4').filter(every(5)), 4),
        noise: inputs.noise.kinds.map((k) => row([k.duty, k.riseDb], 3)),
        bands: isobands(grid, headroom, [0, 10, 20]),
        serving: roaming.serving.filter(every(4)).join(' '),
        clings: roaming.clingsTo.filter((c) => c !== null).length,
      };
    }),
  );
  expect(rounded(rooms, 4)).toMatchSnapshot();
  expect(rounded(handoversOf(roamings))).toMatchSnapshot();
});
