/** Seals a password with a passphrase, in the browser: PBKDF2 (SHA-256, 310 000 rounds) and AES-GCM. */

const rounds = 310_000;
const toText = (bytes: Uint8Array) => btoa(String.fromCharCode(...bytes));
const toBytes = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));

export interface Sealed {
  salt: string;
  iv: string;
  sealed: string;
}

/** The passphrase is not the one that it was sealed with. */
export class WrongPassphraseError extends Error {
  constructor() {
    super('This passphrase is wrong.');
    this.name = 'WrongPassphraseError';
  }
}

async function keyOf(passphrase: string, salt: Uint8Array<ArrayBuffer>): Promise<CryptoKey> {
  const base = await crypto.subtle.importKey('raw', new TextEncoder().encode(passphrase), 'PBKDF2', false, [
    'deriveKey',
  ]);
  return crypto.subtle.deriveKey(
    { name: 'PBKDF2', salt, iterations: rounds, hash: 'SHA-256' },
    base,
    { name: 'AES-GCM', length: 256 },
    false,
    ['encrypt', 'decrypt'],
  );
}

/** Seals. A new salt and start value each time. */
export async function seal(password: string, passphrase: string): Promise<Sealed> {
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const iv = crypto.getRandomValues(new Uint8Array(12));
  const key = await keyOf(passphrase, salt);
  const sealed = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv },
    key,
    new TextEncoder().encode(password),
  );
  return { salt: toText(salt), iv: toText(iv), sealed: toText(new Uint8Array(sealed)) };
}

/** Opens what was sealed. @throws WrongPassphraseError */
export async function unseal({ salt, iv, sealed }: Sealed, passphrase: string): Promise<string> {
  const key = await keyOf(passphrase, toBytes(salt));
  try {
    const open = await crypto.subtle.decrypt({ name: 'AES-GCM', iv: toBytes(iv) }, key, toBytes(sealed));
    return new TextDecoder().decode(open);
  } catch {
    // the only way in which a whole seal fails to open
    throw new WrongPassphraseError();
  }
}
