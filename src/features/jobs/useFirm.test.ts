import { openOn } from './useFirm';

test('a job that is open on two other laptops names both, and never this one', () => {
  const has = (id: string, ...jobs: string[]) => ({
    id,
    name: `Van ${id}`,
    open: jobs.map((jobId) => ({ jobId })),
  });
  const names = openOn([has('1', 'flat', 'quay'), has('2', 'flat'), has('3')], '1');
  expect([...names]).toEqual([['flat', ['Van 2']]]);
  expect(openOn([has('1', 'flat'), has('2', 'flat')], '3').get('flat')).toEqual(['Van 1', 'Van 2']);
});
