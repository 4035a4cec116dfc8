import { runRemarks } from '../job/readingRecords';
import { remarkWords, shortRemarks } from './remarkWords';

test('a silence is told with its length, the others in a sentence each', () => {
  const run = { remarks: [...runRemarks], silenceMs: 3040 };
  const words = remarkWords(run);
  expect(words[0]).toBe('The link paused for 3.0 s. Its rate includes this pause.');
  expect(words).toHaveLength(runRemarks.length);
  for (const sentence of words) expect(sentence).toMatch(/^[A-Z].*\.$/);
  expect(shortRemarks(run)).toEqual(['dropped out', 'changed', 'busy', 'cut short']);
});

test('a run without a remark has no words', () => {
  expect(remarkWords({ remarks: [], silenceMs: 20 })).toEqual([]);
  expect(shortRemarks({ remarks: [] })).toEqual([]);
});
