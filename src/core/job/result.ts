/** What came of an attempt: the outcome, or in words for people why not. */
export type Result<T> = ({ ok: true } & T) | Failure;
export interface Failure {
  ok: false;
  why: string;
}
