/** The HiGHS solver (WebAssembly) behind the core's `Solver`. */
import loadHighs from 'highs';
import { z } from 'zod';
import type { Solver } from '@/core/optimise/programme';

/** Nodes of the search after which it gives up (custom): the same on a busy machine, where a limit in seconds is not. */
const usualNodes = 20_000;

type Highs = Awaited<ReturnType<typeof loadHighs>>;

/**
 * Makes a solver. @param wasmUrl where the WebAssembly file is served; in Node it is found beside the package. @param mostNodes of the search.
 * @throws Error when the solver answers with something unforeseen.
 */
export function makeSolver(wasmUrl?: string, mostNodes = usualNodes): Solver {
  let loaded: Promise<Highs> | undefined;
  const load = () => (loaded ??= loadHighs(wasmUrl ? { locateFile: () => wasmUrl } : {}));
  return async (lp, seconds) => {
    const highs = await load();
    const limits = { mip_max_nodes: mostNodes, time_limit: seconds };
    const answer = highs.solve(lp, { ...limits, mip_rel_gap: 0, output_flag: false });
    const columns = Object.entries(answer.Columns ?? {});
    const values = new Map(
      columns.flatMap(([name, c]): [string, number][] => (primalOf(c) !== 0 ? [[name, primalOf(c)]] : [])),
    );
    switch (answer.Status) {
      case 'Optimal':
        return { status: 'optimal', values, objective: answer.ObjectiveValue, bound: answer.ObjectiveValue };
      case 'Infeasible':
      case 'Primal infeasible or unbounded':
        return { status: 'infeasible', values: new Map(), objective: NaN, bound: NaN };
      case 'Time limit reached':
      // what it says when it has looked at as many nodes as it may
      case 'Unknown':
      case 'Iteration limit reached': {
        // how far off it may be: the same without whole numbers
        const relaxed = highs.solve(relaxation(lp), { time_limit: seconds, output_flag: false });
        const found = values.size > 0;
        return {
          status: found ? 'time' : 'late',
          values,
          objective: answer.ObjectiveValue,
          // costs are never below nothing
          bound: relaxed.Status === 'Optimal' ? relaxed.ObjectiveValue : 0,
        };
      }
      default:
        throw new Error(`the solver stopped: ${answer.Status}`);
    }
  };
}

const column = z.object({ Primal: z.number() });

/** A variable's value; 0 for what is none, and for rounding errors. */
function primalOf(answer: unknown): number {
  const { data } = column.safeParse(answer);
  return data && Math.abs(data.Primal) > 1e-9 ? data.Primal : 0;
}

/** A programme with its whole numbers free between 0 and 1. */
function relaxation(lp: string): string {
  const [head = '', binary = ''] = lp.split('\nBinary\n');
  const names = binary
    .replace(/End\s*$/, '')
    .trim()
    .split(/\s+/);
  const bounds = names.map((n) => `0 <= ${n} <= 1`).join('\n');
  return head.includes('\nBounds\n') ? `${head}\n${bounds}\nEnd\n` : `${head}\nBounds\n${bounds}\nEnd\n`;
}
