/** What a storey of the section tells: how its spots stand, in a count and in words. Pure. */
import type { Job } from '@/core/job/job';
import type { Storey, Unit } from '@/core/job/records';
import type { Prediction } from '@/core/network/predict';
import type { SpotProof } from '@/core/proof/spotProof';
import { foundWords, type Mark, plannedMark, verdictWords } from '@/ui/marks';

export type SectionStage = 'survey' | 'before' | 'plan' | 'prove';

/** How each spot of a job stands in a stage. */
export function spotMarks(
  job: Job,
  stage: SectionStage,
  planned: readonly Pick<Prediction, 'spotId' | 'met' | 'certainty'>[] | null,
  proofs: readonly Pick<SpotProof, 'spotId' | 'found' | 'verdict'>[],
): Map<string, Mark> {
  const markOf = (spotId: string): Mark => {
    if (stage === 'survey') return 'met';
    const proof = proofs.find((p) => p.spotId === spotId);
    if (stage === 'before') return foundWords[proof?.found ?? 'untested'].mark;
    if (stage === 'prove') return verdictWords[proof?.verdict ?? 'no-readings'].mark;
    const prediction = planned?.find((p) => p.spotId === spotId);
    return prediction ? plannedMark(prediction.met, prediction.certainty).mark : 'empty';
  };
  return new Map(job.spots.map((spot) => [spot.id, markOf(spot.id)]));
}

/** Letters that fit beside the counts of a storey. */
const mostLetters = 10;

/** A name cut after as many whole words as fit: «Ground floor» → «Ground». */
export function shortName(name: string): string {
  const words = name.split(' ');
  while (words.length > 1 && words.join(' ').length > mostLetters) words.pop();
  return words.join(' ');
}

export interface StoreyTally {
  /** Its own name, or that of a building with this storey only. */
  name: string;
  /** Marks of its spots, in the order of their numbers. */
  marks: { spotId: string; mark: Mark }[];
  units: readonly Unit[];
  /** «3/4», «…/4» while it is calculated, the number of spots in Survey. */
  fraction: string;
  /** All of it in words, for those who listen. */
  label: string;
}

/** @param calculating predictions are still on their way. */
export function storeyTally(
  job: Job,
  storey: Storey,
  stage: SectionStage,
  marks: ReadonlyMap<string, Mark>,
  calculating: boolean,
): StoreyTally {
  const building = job.buildings.find((b) => b.id === storey.buildingId);
  const isAlone = job.storeys.filter((s) => s.buildingId === storey.buildingId).length === 1;
  const spots = job.spots
    .filter((s) => s.storeyId === storey.id)
    .sort((a, b) => a.number - b.number)
    .map((s) => ({ spotId: s.id, mark: marks.get(s.id) ?? ('empty' as const) }));
  const met = spots.filter((s) => ['met', 'cured', 'equal'].includes(s.mark)).length;
  const isAfter = stage === 'plan' || stage === 'prove';
  const state =
    stage === 'survey'
      ? `${spots.length} spots`
      : calculating
        ? 'needs are being calculated'
        : `${met} of ${spots.length} needs met`;
  return {
    name: isAlone && building ? building.name : shortName(storey.name),
    marks: spots,
    units: job.units.filter((u) => u.storeyId === storey.id && (isAfter ? u.planned : u.found)),
    fraction: stage === 'survey' ? String(spots.length) : `${calculating ? '…' : met}/${spots.length}`,
    label: `${building?.name ?? ''}, ${storey.name}: ${state}`,
  };
}
