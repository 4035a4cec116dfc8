'use client';

import type { Unit } from '@/core/job/records';
import type { BackhaulOption } from '@/core/network/backhaulOptions';
import { useAnswer } from '@/client/store/useAnswer';
import type { ComputeApi } from '@/workers/protocol';
import type { Remote } from 'comlink';

const ask = (api: Remote<ComputeApi>, unitId: string) => api.backhaulOptions(unitId);

/** The ways to feed a unit, from the worker; null until they are there. */
export const useBackhaulOptions = (unit: Unit | undefined): BackhaulOption[] | null =>
  useAnswer(ask, unit?.id ?? null);
