import type { Id, Photo } from '@/core/job/records';

export const aboutWords: Record<Photo['about'], string> = {
  entry: 'Where the line comes in',
  box: 'The box of the line',
  'fuse-box': 'Consumer unit',
  socket: 'Socket or outlet',
  wall: 'Wall or floor',
  route: 'Way of a cable',
  unit: 'Unit',
  other: 'Something else',
};
export const phaseWords: Record<Photo['phase'], string> = { found: 'as found', built: 'as built' };

export const photoUrl = (jobId: Id, { fileId }: Pick<Photo, 'fileId'>): string =>
  `/api/jobs/${jobId}/files/${fileId}`;
