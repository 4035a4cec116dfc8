import { demos } from '@/../demo/make/make';
import { movingReach } from './movingReach';
import { reachOf } from './reach';
import { makeReceived, receive } from './receive';
import { buildScene, placeInSpace } from './scene';
import type { Sender } from './model';

const from = (at: readonly [number, number, number]): Sender => ({
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
    const sender = from([3 + i * 0.07, 4 + Math.sin(i / 7), 1.2]);
    const moving = movingReach(scene, sender, 'a');
    // asked again at the same place it is the same
    expect(movingReach(scene, sender, 'a')).toBe(moving);
    const full = reachOf(scene, sender);
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
