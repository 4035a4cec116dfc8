const said: unknown[][] = [];
jest.mock('sonner', () => ({ toast: { error: (...all: unknown[]) => said.push(all) } }));
import { sayError } from './sayError';

test('an error stays until it is closed; what is asked for beside that is kept', () => {
  sayError('It was not read.');
  sayError('It was not read.', { duration: 9000, id: 'x' });
  expect(said).toEqual([
    ['It was not read.', { duration: Infinity, closeButton: true }],
    ['It was not read.', { duration: 9000, closeButton: true, id: 'x' }],
  ]);
});
