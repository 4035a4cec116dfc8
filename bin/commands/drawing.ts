import { writePlanGeoJson } from '@/core/formats/planGeoJson';
import { writePlanSvg } from '@/core/formats/planSvg';
import { type Command, parsed, readJob, UsageError, word } from './command';

export const drawing: Command = {
  help: `nestle drawing FILE STOREY [--geojson] [--scale 100]

Writes a storey of a job file to standard output: as SVG to scale, or with --geojson as GeoJSON
(docs/plan-geojson.md). STOREY is its id or its name.`,
  run(args) {
    const { values, words } = parsed(args, { geojson: { type: 'boolean' }, scale: { type: 'string' } }, [
      'FILE',
      'STOREY',
    ]);
    const scale = Number(values.scale ?? 100);
    if (!(scale >= 1 && scale <= 10_000)) throw new UsageError('--scale needs a number from 1 to 10000');
    const [job, name] = [readJob(word(words, 0)), word(words, 1)];
    const storey = job.storeys.find((s) => s.id === name) ?? job.storeys.find((s) => s.name === name);
    if (!storey)
      throw new UsageError(
        `there is no storey ${name}; there are ${job.storeys.map((s) => s.id).join(', ')}`,
      );
    process.stdout.write(
      values.geojson ? writePlanGeoJson(job, storey.id) : writePlanSvg(job, storey.id, scale),
    );
  },
};
