import { networkInterfaces } from 'node:os';

/** Addresses of this machine on its networks, IPv4; its own loopback last. */
export const ownAddresses = (): string[] => [
  ...Object.values(networkInterfaces())
    .flat()
    .filter((a) => a !== undefined && a.family === 'IPv4' && !a.internal)
    .map((a) => a?.address ?? ''),
  '127.0.0.1',
];
