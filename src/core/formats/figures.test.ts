/** Files of whole houses in open formats: a change is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line } from '@/testing/rounded';
import { billOf, labelsOf } from '../design/bill';
import { liveRunbook } from '../install/live';
import { writeBillCsv, writeLabelsCsv } from './billCsv';
import { readPlanGeoJson, writePlanGeoJson } from './planGeoJson';
import { drawPlan, layersOf } from './planLines';
import { writePlanSvg } from './planSvg';
import { readReadingsCsv, writeReadingsCsv } from './readingsCsv';
import { runbookData, runbookMarkdown } from './runbookText';
import { writeProductCsv } from './productCsv';

test.each(houses)('%s: plan, bill, labels, readings, runbook', (_name, job) => {
  const storey = job.storeys[0]?.id ?? '';
  expect(
    writePlanSvg(job, storey)
      .split('\n')
      .filter((_, i) => i % 4 === 0),
  ).toMatchSnapshot();
  const geo = writePlanGeoJson(job, storey);
  const drawing = readPlanGeoJson(geo);
  expect([
    geo.length,
    line(layersOf(drawing.lines)),
    line(
      drawing.lines.filter((_, i) => i % 6 === 0),
      4,
    ),
  ]).toMatchSnapshot();
  const makes = new Map(drawing.layers.map((l, i) => [l.name, job.assemblies[i % 3]?.id ?? null]));
  expect(
    line(drawPlan(job, storey, drawing, { unitM: 1, makes, at: [0.5, 0.5] }), 4).slice(0, 3000),
  ).toMatchSnapshot();
  expect([
    writeBillCsv(billOf(job)),
    writeLabelsCsv(labelsOf(job)),
    writeProductCsv(job.kits.slice(0, 4)),
  ]).toMatchSnapshot();
  const csv = writeReadingsCsv(job);
  expect([
    csv.split('\n').slice(0, 12),
    line(readReadingsCsv(job, csv, { phase: 'before', takenAt: '2026-11-02T08:00:00Z' })).slice(0, 2500),
  ]).toMatchSnapshot();
  const live = liveRunbook(job, 2, Date.parse('2026-11-02T08:00:00Z'));
  expect(
    runbookMarkdown('X', 2, live)
      .split('\n')
      .filter((_, i) => i % 5 === 0),
  ).toMatchSnapshot();
  expect(line(runbookData('X', 2, live)).slice(0, 4000)).toMatchSnapshot();
});
