import { demos } from '@/testing/demoJobs';
import { warmStartedPathTree } from './warmStart';
import { pathTree } from './pathTree';
import { makeReceived, receive } from './receive';
import { buildScene, placeInSpace } from './scene';
import type { Transmitter } from './model';

const transmitterAt = (at: readonly [number, number, number]): Transmitter => ({
  at,
  axis: [0, 0, 1],
  patterns: ['isotropic', 'isotropic', 'isotropic'],
});

test('while a unit moves, what it reaches is close to what a search for all ways gives, at every step', () => {
  const house = demos[0]?.job;
  if (!house) throw new Error('no demo job');
  const scene = buildScene(house);
  const [close, exact] = [makeReceived(), makeReceived()];
  const places = house.spots.map((s) => placeInSpace(house, s));
  const apart: number[] = [];
  for (let i = 0; i < 60; i++) {
    const transmitter = transmitterAt([3 + i * 0.07, 4 + Math.sin(i / 7), 1.2]);
    const moving = warmStartedPathTree(scene, transmitter, 'a');
    // asked again at the same place it is the same
    expect(warmStartedPathTree(scene, transmitter, 'a')).toBe(moving);
    const full = pathTree(scene, transmitter);
    for (const to of places) {
      receive(moving, ...to, close);
      receive(full, ...to, exact);
      for (let b = 0; b < 3; b++) {
        const off = (exact.gainDb[b] ?? 0) - (close.gainDb[b] ?? 0);
        apart.push(Math.abs(off));
      }
    }
  }
  apart.sort((a, b) => a - b);
  expect(apart[Math.floor(apart.length / 2)]).toBeLessThan(0.05);
  expect(apart[Math.floor(apart.length * 0.95)]).toBeLessThan(1);
});
