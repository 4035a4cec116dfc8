import { quayHouse } from '@/../demo/make/quayHouse';
import { labelsOf } from '../design/bill';
import { applyEdit, putOne } from '../job/edits';
import { type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { DeviceCable } from '../job/records';
import { deviceSteps } from './deviceSteps';

const house = jobFromRecords(quayHouse());
const television = house.fixedDevices.find((d) => d.name === 'Television');
const main = house.units.find((u) => u.planned && u.letter === 'A');
if (!television || !main) throw new Error('the demo has changed');
const cable = (over: Partial<DeviceCable> = {}): DeviceCable =>
  makeRecord({
    ...{ type: 'deviceCable', id: 'tv', deviceId: television.id, fromUnitId: main.id, lengthM: 12, holes: 2 },
    ...over,
  });
const stepsOf = (job: Job) => deviceSteps(job, ['carry.unit-b']);
const withCable = (over: Partial<DeviceCable> = {}) => applyEdit(house, putOne('x', cable(over))).job;

test('a cable to a television is laid with its labels before the device is tried', () => {
  const job = withCable();
  const steps = stepsOf(job);
  const laid = steps.find((s) => s.key === 'device-cable.tv');
  expect(laid?.title).toBe('Lay the cable, A to Television');
  expect(laid?.text).toMatch(/^12 m cat 6, 2 holes\./);
  for (const label of labelsOf(job).filter((l) => l.linkId === 'tv'))
    expect(laid?.text).toContain(label.text);
  expect(laid?.cautions).toEqual(['cabling', 'drilling', 'mains']);
  expect(steps.find((s) => s.key === 'wired-devices')?.after).toContain('device-cable.tv');
});

test('with an injector it is said where that goes in; without a hole nobody is told of drilling', () => {
  const injector = house.kits.find((k) => k.kind === 'injector');
  const laid = stepsOf(withCable({ adapterKitId: injector?.id ?? null, holes: 0 })).find(
    (s) => s.key === 'device-cable.tv',
  );
  expect(laid?.text).toContain('power injector is connected at A');
  expect(laid?.cautions).toEqual(['cabling']);
});

test('what is there already is not laid again', () => {
  expect(stepsOf(withCable({ found: true })).map((s) => s.key)).toEqual(['devices', 'wired-devices']);
  expect(stepsOf(house).map((s) => s.key)).toEqual(['devices', 'wired-devices']);
});
