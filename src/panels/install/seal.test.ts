import { seal, unseal, WrongPassphraseError } from './seal';

test('what is sealed opens with its passphrase alone, and looks different each time', async () => {
  const [a, b] = [await seal('tidal harbour', 'one'), await seal('tidal harbour', 'one')];
  expect(a.sealed).not.toBe(b.sealed);
  expect(JSON.stringify(a)).not.toContain('tidal');
  await expect(unseal(a, 'one')).resolves.toBe('tidal harbour');
  await expect(unseal(a, 'two')).rejects.toBeInstanceOf(WrongPassphraseError);
});
