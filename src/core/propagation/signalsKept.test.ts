import { demos } from '@/testing/demoJobs';
import { transmitterAt } from '@/testing/transmitter';
import type { Job } from '../job/job';
import { makeReceived, receive } from './receive';
import { buildScene } from './scene';
import { signalAt } from './signalsKept';
import { sourceOf } from './source';

const scene = buildScene(demos[0]?.job as Job);
const sourceAt = (x: number) => sourceOf(scene, transmitterAt([x, 4, 1.2]));

describe('signals that are kept', () => {
  const source = sourceAt(3);

  it('are what is received, and stay so after other places were asked for', () => {
    const out = makeReceived();
    const first = signalAt(source, [6, 5, 1]);
    signalAt(source, [9, 2, 4]);
    receive(source, 6, 5, 1, out);
    expect([...first.gainDb]).toEqual([...out.gainDb]);
    expect([...first.spreadDb]).toEqual([...out.spreadDb]);
    expect([...first.correctionDb]).toEqual([...out.correctionDb]);
  });

  it('are worked out once for a place, and for each source anew', () => {
    expect(signalAt(source, [6, 5, 1])).toBe(signalAt(source, [6, 5, 1]));
    expect(signalAt(sourceAt(8), [6, 5, 1]).gainDb[1]).not.toBe(signalAt(source, [6, 5, 1]).gainDb[1]);
  });

  it('are the same after so many places that the first are forgotten', () => {
    const before = signalAt(source, [5, 5, 1]);
    for (let i = 0; i < 700; i++) signalAt(source, [1 + i / 100, 3, 1]);
    expect(signalAt(source, [5, 5, 1])).not.toBe(before);
    expect([...signalAt(source, [5, 5, 1]).gainDb]).toEqual([...before.gainDb]);
  });
});
