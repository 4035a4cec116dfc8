/** A connection to the office: what it is made of, and what can be wrong with it, in words. */
import { type JetStreamClient, JetStreamApiError, type JetStreamManager } from '@nats-io/jetstream';
import type { NatsConnection } from '@nats-io/transport-node';
import type { Id } from '@/core/job/records';
import type { Db } from '../database';
import type { Flight } from './flight';
import type { Membership } from './membership';

/** Answers of the office take no longer, ms. */
export const answerMs = 5000;
/** Entries that are taken in together. */
export const mostTogether = 400;

export const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
/** Another was first: the place of an entry in its job is taken. */
export const isTaken = (error: unknown): boolean =>
  error instanceof JetStreamApiError && error.code === 10071;

/** The office has no room: resources, storage, or the store itself failed. */
const fullCodes = [10023, 10047, 10077];
export const fullWords = 'The office did not store it: its disk may be full. What waits is kept here.';
export const isFull = (error: unknown): boolean =>
  error instanceof JetStreamApiError && fullCodes.includes(error.code);

/** What is wrong with the office itself, not with the way to it: a person has to see to it. */
export class RefusedError extends Error {}

export interface Link {
  nc: NatsConnection;
  js: JetStreamClient;
  jsm: JetStreamManager;
}

/** What works over a connection works with. */
export interface Work {
  link: Link;
  me: Membership;
  db: () => Db;
  now: () => string;
  /** Jobs of which nothing can be sent until others' entries came: which was known last, and since when. */
  blocked: Map<Id, { seq: number; atMs: number }>;
  /** What was sent and has not come back yet. */
  flight: Flight;
  stopped: () => boolean;
}

/** Errors of connecting, in words: what a person must see to is told apart from an office that is not there. */
export function refusalOf(error: unknown): Error {
  const said = messageOf(error);
  if (/authorization|authentication/i.test(said))
    return new RefusedError(
      'The office does not know this laptop any more: it was shut out. What waits stays here.',
    );
  if (/certificate has expired|CERT_HAS_EXPIRED|not yet valid/i.test(`${said} ${causeOf(error)}`))
    return new RefusedError(
      'The office’s certificate has expired, or a clock is far off. Ask the office to write it anew.',
    );
  if (/certificate|self.signed|unable to verify|altnames/i.test(`${said} ${causeOf(error)}`))
    return new RefusedError(
      'The office at this address shows a certificate of another firm. Nothing was sent.',
    );
  return new Error('The office can’t be reached. Work goes on here, and is sent later.');
}
const causeOf = (error: unknown): string =>
  error instanceof Error && error.cause !== undefined ? messageOf(error.cause) : '';
