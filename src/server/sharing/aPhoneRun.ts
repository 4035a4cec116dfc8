/** For tests and benches: a run as a phone sends it. */
import type { PhoneRun } from './phoneReadings';

export const aPhoneRun = (id: string, part: Partial<PhoneRun> = {}): PhoneRun => ({
  id,
  spotId: 'spot-1',
  phase: 'after',
  takenAt: '2026-11-20T10:00:00.000Z',
  deviceId: null,
  connected: true,
  downMbps: 90,
  upMbps: 40,
  latencyMs: 4,
  rssiDbm: null,
  source: 'measured',
  measures: 'house',
  server: 'This machine',
  heightM: 1,
  loadedMs: 12,
  loadedUpMs: 15,
  silenceMs: 40,
  remarks: [],
  jitterMs: 1,
  lossPct: null,
  linkMbps: null,
  ...part,
});
