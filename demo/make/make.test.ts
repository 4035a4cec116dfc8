import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeReadingsCsv } from '@/core/formats/readingsCsv';
import { writeJobFile } from '@/core/job/jobFile';
import { demos } from './make';

test.each(demos)('$file ships as it is drawn and measured here', ({ file, job }) => {
  const read = (name: string) => readFileSync(join(__dirname, '..', name), 'utf8');
  expect(JSON.parse(read(`${file}.nestle.json`))).toEqual(JSON.parse(writeJobFile(job)));
  expect(read(`${file}-before.csv`)).toBe(writeReadingsCsv(job, 'before'));
});
