/** All that is handed over as one archive: the job with its files, its papers, and open formats beside them. */
import { billOf, labelsOf } from '@/core/design/bill';
import { writeBillCsv, writeLabelsCsv } from '@/core/formats/billCsv';
import { writePlanGeoJson } from '@/core/formats/planGeoJson';
import { writePlanSvg } from '@/core/formats/planSvg';
import { writeReadingsCsv } from '@/core/formats/readingsCsv';
import type { Id } from '@/core/job/records';
import type { Db } from './database';
import { fileOf } from './files';
import { fileNameOf, jobParts } from './jobFiles';
import { loadJob } from './jobs';
import { type PageSize, pdfOf } from './papers/pdf';
import { paperNames, paperOf } from './papers/papers';
import { type Part, zipOf } from './zip';

const textPart = (name: string, text: string): Part => ({ name, bytes: () => Buffer.from(text) });

/** @throws NoSuchJobError */
export async function packOf(
  db: Db,
  id: Id,
  size: PageSize,
  now: Date,
): Promise<{ name: string; body: ReadableStream<Uint8Array> }> {
  const { job } = loadJob(db, id);
  const papers: Part[] = [];
  for (const name of paperNames) {
    const paper = paperOf(job, name);
    if (!paper) continue;
    const bytes = await pdfOf(paper, size, now, (fileId) => fileOf(db, id, fileId)?.bytes ?? null);
    papers.push({ name: `papers/${name}.pdf`, stored: true, bytes: () => new Uint8Array(bytes) });
  }
  const plans = job.storeys.flatMap((s) => [
    textPart(`plans/${s.id}.svg`, writePlanSvg(job, s.id)),
    textPart(`plans/${s.id}.geojson`, writePlanGeoJson(job, s.id)),
  ]);
  const tables = [
    textPart('readings.csv', writeReadingsCsv(job)),
    textPart('bill.csv', writeBillCsv(billOf(job))),
    textPart('labels.csv', writeLabelsCsv(labelsOf(job))),
  ];
  return {
    name: `${fileNameOf(job)}-hand-over.zip`,
    body: zipOf([...jobParts(db, id), ...papers, ...plans, ...tables]),
  };
}
