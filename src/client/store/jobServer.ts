/** What a window asks the server about its job. */
import { z } from 'zod';
import { editSchema } from '@/core/job/edits';
import { jobFromRecords } from '@/core/job/job';
import { recordSchema } from '@/core/job/records';
import { type Change, changesOfLogged } from '@/core/sync/changes';
import { editOf, type Logged, type Pending, type Stored } from '@/core/sync/sync';
import { ask } from './api';

const storedSchema = z.object({
  records: z.array(recordSchema),
  incarnation: z.string(),
  revision: z.number(),
  savedAt: z.string(),
});
/** A job as it is sent to a window. */
export type SentJob = z.infer<typeof storedSchema>;
export const storedOf = ({ records, ...rest }: SentJob): Stored => ({
  job: jobFromRecords(records),
  ...rest,
});

const resultSchema = z.object({ revision: z.number(), savedAt: z.string() });
const sinceSchema = z.object({
  incarnation: z.string(),
  revision: z.number(),
  savedAt: z.string(),
  edits: z
    .array(
      z.object({ id: z.string().nullable(), revision: z.number(), author: z.string(), edit: editSchema }),
    )
    .nullable(),
});
const own = z.array(z.object({ id: z.string(), label: z.string() }));
const historySchema = z.object({ undo: own, redo: own });

export interface JobServer {
  send: (
    step: Pending,
    author: string,
    at: { incarnation: string; revision: number },
  ) => Promise<z.infer<typeof resultSchema>>;
  /** What was stored since; `edits` null: the whole job has to be fetched. */
  since: (at: {
    incarnation: string;
    revision: number;
  }) => Promise<{ savedAt: string; edits: Logged[] | null }>;
  whole: () => Promise<Stored>;
  known: (ids: readonly string[]) => Promise<Set<string>>;
  history: (author: string) => Promise<z.infer<typeof historySchema>>;
  changesOf: (editId: string) => Promise<Change[]>;
}

/** The server of this window, for one job. Errors are those of `ask`. */
export function jobServer(jobId: string): JobServer {
  const url = `/api/jobs/${jobId}`;
  return {
    send: (step, author, { incarnation, revision }) =>
      ask(resultSchema, `${url}/edits`, {
        body: {
          id: step.id,
          author,
          kind: step.kind,
          of: step.of,
          incarnation,
          revision,
          edit: editOf(step),
        },
      }),
    since: ({ incarnation, revision }) =>
      ask(sinceSchema, `${url}/edits?since=${revision}&incarnation=${incarnation}`),
    whole: async () => storedOf(await ask(storedSchema, url)),
    async known(ids) {
      const found = new Set<string>();
      for (let i = 0; i < ids.length; i += 200) {
        const body = { ids: ids.slice(i, i + 200) };
        const { known } = await ask(z.object({ known: z.array(z.string()) }), `${url}/edits/known`, { body });
        for (const id of known) found.add(id);
      }
      return found;
    },
    history: (author) => ask(historySchema, `${url}/history?author=${encodeURIComponent(author)}`),
    async changesOf(editId) {
      const schema = z.object({ edit: editSchema, inverse: editSchema });
      const { edit, inverse } = await ask(schema, `${url}/edits/${encodeURIComponent(editId)}`);
      return changesOfLogged(edit, inverse);
    },
  };
}
