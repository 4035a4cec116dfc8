'use client';

import { explanations } from '@/ui/explanations';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  type SortingState,
  useReactTable,
} from '@tanstack/react-table';
import { useDrag } from '@use-gesture/react';
import { useMemo, useRef, useState } from 'react';
import { markText, StatusMark, verdictWords } from '@/ui/marks';
import { Segmented, Tip } from '@/ui/primitives';
import { useJob, useJobStore, useProofs } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { needText, sureText } from '@/ui/units';
import { goTo } from '../client/actions';
import {
  isMet,
  isToDo,
  type LedgerFilter,
  type LedgerRow,
  ledgerRows,
  type LedgerStage,
  shownRows,
} from './ledgerRows';
import { useKept, useKeptNumber } from '@/ui/useKept';
import { useWidth } from '@/ui/useWidth';
import { ledgerColumns, ledgerShape } from './ledgerColumns';

const value = (v: number | null | undefined, short: boolean) =>
  v === null || v === undefined ? (
    <span className="text-muted">–</span>
  ) : (
    <span
      className={`inline-flex items-center gap-1 whitespace-nowrap ${short ? 'font-semibold text-rust-text' : ''}`}
    >
      {short && <StatusMark mark="short" size={12} />}
      {v === 0 ? 'no link' : rateText(v)}
    </span>
  );

/** What the columns mean, where their names do not say it. */
const columnTips: Readonly<Record<string, string>> = {
  need: explanations.need,
  found: explanations.before,
  planned: explanations.predicted,
  after: explanations.after,
  stands: explanations.status,
  limit: explanations.bottleneck,
};
const column = createColumnHelper<LedgerRow>();
const right = { className: 'text-right' };
/** @param withActivities whether the words of a need stand beside its figures. */
const columnsOf = (withActivities: boolean) => [
  column.accessor((r) => r.spot.number, {
    id: 'number',
    header: 'No.',
    cell: (c) => <span className="font-bold">{c.getValue()}</span>,
  }),
  column.accessor((r) => r.spot.name, { id: 'name', header: 'Name' }),
  column.accessor('room', { id: 'room', header: 'Room' }),
  column.accessor((r) => r.proof.need.downMbps, {
    id: 'need',
    header: 'Need',
    cell: ({ row: { original: r } }) => (
      <Tip text={r.proof.need.activities.join(' + ') || 'none'}>
        <span className="flex gap-1.5">
          {withActivities && (
            <span className="truncate">{r.proof.need.activities.join(' + ') || 'none'}</span>
          )}
          <span className="whitespace-nowrap text-muted">
            {needText(r.proof.need.downMbps, r.proof.need.upMbps)}
          </span>
        </span>
      </Tip>
    ),
  }),
  column.accessor((r) => r.proof.before.downMbps ?? -1, {
    id: 'found',
    header: 'Before',
    meta: right,
    cell: ({ row: { original: r } }) =>
      value(r.proof.before.downMbps, r.proof.found === 'dead' || r.proof.found === 'short'),
  }),
  column.accessor((r) => r.planned?.downMbps ?? -1, {
    id: 'planned',
    header: 'Predicted',
    meta: right,
    cell: ({ row: { original: r } }) =>
      r.planned ? (
        <span className="whitespace-nowrap">
          {value(r.planned.downMbps, !r.planned.met)}
          {r.planned.downMbps > 0 && <span className="text-muted"> · {sureText(r.planned.certainty)}</span>}
        </span>
      ) : (
        <span className="text-muted">…</span>
      ),
  }),
  column.accessor((r) => r.proof.after.downMbps ?? -1, {
    id: 'after',
    header: 'After',
    meta: right,
    cell: ({ row: { original: r } }) =>
      r.proof.after.runs ? (
        <Tip text={verdictWords[r.proof.verdict].words}>
          <span className="inline-flex items-center gap-1 whitespace-nowrap">
            <StatusMark mark={verdictWords[r.proof.verdict].mark} size={12} />
            {r.proof.after.downMbps ? rateText(r.proof.after.downMbps) : '0'}
            <span className="sr-only">{verdictWords[r.proof.verdict].words}</span>
          </span>
        </Tip>
      ) : (
        <span className="text-muted">–</span>
      ),
  }),
  column.accessor((r) => r.status.words, {
    id: 'stands',
    header: 'Status',
    cell: ({ row: { original: r } }) => (
      <span
        className={`inline-flex items-center gap-1.5 leading-tight whitespace-normal ${markText[r.status.mark]}`}
      >
        <StatusMark mark={r.status.mark} />
        {r.status.words}
      </span>
    ),
  }),
  column.accessor((r) => r.planned?.limitText ?? '', {
    id: 'limit',
    header: 'Bottleneck',
    cell: (c) => (
      <Tip text={c.getValue()}>
        <span className="block truncate">{c.getValue()}</span>
      </Tip>
    ),
  }),
];

const [wideColumns, narrowColumns] = [columnsOf(true), columnsOf(false)];

/** The job's table of truth: one row a spot, filled from left to right as the job goes on. */
export function Ledger({ stage, begins = 'open' }: { stage: LedgerStage; begins?: 'open' | 'closed' }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const planned = useJob((s) => s.planned);
  const storeyId = useJob((s) => s.storeyId);
  const selectedId = useJob((s) => s.selectedId);
  const proofs = useProofs();
  const simulated = job.readings.some((r) => r.source === 'simulated');
  const [open, setOpen] = useKept(`ledger-${stage}-${begins}`, begins === 'open');
  const [filter, setFilter] = useState<LedgerFilter>('all');
  const [sorting, setSorting] = useState<SortingState>([]);
  const all = useMemo(() => ledgerRows(stage, job, proofs, planned), [stage, job, proofs, planned]);
  const rows = useMemo(() => shownRows(all, filter, storeyId), [all, filter, storeyId]);
  // it is there whether the ledger is open or not
  const box = useRef<HTMLElement>(null);
  const [heightPx, setHeight] = useKeptNumber('ledger-height', usualPx);
  const hasAfter = proofs.some((p) => p.after.runs > 0);
  const shape = ledgerShape(useWidth(box) - paddingPx, hasAfter);
  const table = useReactTable({
    data: rows,
    columns: shape.withActivities ? wideColumns : narrowColumns,
    state: {
      sorting,
      columnVisibility: Object.fromEntries(ledgerColumns.map((c) => [c, shape.shown.includes(c)])),
    },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const thin = all.filter((r) => r.status.mark === 'thin').length;
  const met = all.filter(isMet).length;
  return (
    <section
      ref={box}
      aria-label="Spot table"
      className={`shell-ledger relative flex flex-col border-t border-ink bg-panel ${open ? '' : 'h-9'}`}
      style={open ? { height: heightPx } : undefined}
    >
      {open && <HeightHandle heightPx={heightPx} onChange={setHeight} />}
      <div className="flex h-9 shrink-0 items-center gap-3 px-4">
        <h2 className="text-[13.5px] font-bold">Spot table</h2>
        {open && (
          <Segmented
            label="Spots shown"
            value={filter}
            onChange={setFilter}
            options={[
              { value: 'all', text: `All ${all.length}` },
              {
                value: 'storey',
                text: `This storey ${shownRows(all, 'storey', storeyId).length}`,
              },
              { value: 'todo', text: `To do ${all.filter(isToDo).length}` },
            ]}
          />
        )}
        <span className="ml-auto truncate max-[699px]:hidden text-[12px] text-muted" data-testid="ledger-sum">
          {met} of {all.length} met{thin ? `, ${thin} below 90 %` : ''} · Mbps down
          {simulated ? ' · readings simulated' : ''}
        </span>
        <button
          type="button"
          className="font-semibold text-action"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? 'Close' : 'Open'}
        </button>
      </div>
      {open && (
        <div className="min-h-0 flex-1 overflow-auto px-4 pb-1">
          <table
            className="table-fixed border-collapse"
            style={{ width: shape.widths.reduce((sum, w) => sum + w, 0) }}
          >
            <colgroup>
              {shape.widths.map((w, i) => (
                <col key={i} style={{ width: w }} />
              ))}
            </colgroup>
            <thead className="sticky top-0 z-10 bg-panel">
              {table.getHeaderGroups().map((group) => (
                <tr key={group.id}>
                  {group.headers.map((h) => (
                    <th
                      key={h.id}
                      scope="col"
                      aria-sort={
                        h.column.getIsSorted() === 'asc'
                          ? 'ascending'
                          : h.column.getIsSorted() === 'desc'
                            ? 'descending'
                            : 'none'
                      }
                      className="border-b-[1.5px] border-ink p-0 text-left text-[11.5px] font-semibold text-muted"
                    >
                      <Tip text={columnTips[h.column.id] ?? ''}>
                        <button
                          type="button"
                          className={`w-full py-1 pr-2 whitespace-nowrap ${isRight(h.column.columnDef.meta) ? 'text-right' : 'text-left'}`}
                          onClick={h.column.getToggleSortingHandler()}
                        >
                          {flexRender(h.column.columnDef.header, h.getContext())}
                          {h.column.getIsSorted() === 'asc'
                            ? ' ▴'
                            : h.column.getIsSorted() === 'desc'
                              ? ' ▾'
                              : ''}
                        </button>
                      </Tip>
                    </th>
                  ))}
                </tr>
              ))}
            </thead>
            <tbody>
              {table.getRowModel().rows.map((row) => {
                const chosen = row.original.spot.id === selectedId;
                const show = () => goTo(store, row.original.spot.id);
                return (
                  <tr
                    key={row.id}
                    tabIndex={0}
                    data-spot={row.original.spot.number}
                    aria-selected={chosen}
                    className={`h-[25.5px] cursor-pointer border-b border-rule hover:bg-paper ${chosen ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''}`}
                    onClick={show}
                    onKeyDown={(e) => e.key === 'Enter' && show()}
                  >
                    {row.getVisibleCells().map((cell) => (
                      <td
                        key={cell.id}
                        className={`truncate pr-2 first:pl-1.5 ${isRight(cell.column.columnDef.meta) ? 'text-right' : ''}`}
                      >
                        {flexRender(cell.column.columnDef.cell, cell.getContext())}
                      </td>
                    ))}
                  </tr>
                );
              })}
            </tbody>
          </table>
          {all.length === 0 && (
            <p className="py-3 text-muted">No spot yet. Press S and click where someone uses the network.</p>
          )}
          {all.length > 0 && rows.length === 0 && <p className="py-3 text-muted">No spot to show.</p>}
        </div>
      )}
    </section>
  );
}

/** Heights of the open ledger, px. */
const [leastPx, usualPx, mostPx, stepPx] = [110, 214, 520, 24] as const;
/** At both sides of the table together, px. */
const paddingPx = 32;

/** The arrow keys are ours, not a way of dragging. */
const keysApart = { pointer: { keys: false } };

/** The upper edge of the ledger: dragged, or moved by the arrow keys. */
function HeightHandle({
  heightPx,
  onChange,
}: {
  heightPx: number;
  onChange: (next: (now: number) => number) => void;
}) {
  const set = (next: (now: number) => number) =>
    onChange((now) => Math.round(Math.min(mostPx, Math.max(leastPx, next(now)))));
  const bind = useDrag(({ movement: [, dy], memo }: { movement: [number, number]; memo?: number }) => {
    const from = memo ?? heightPx;
    set(() => from - dy);
    return from;
  }, keysApart);
  return (
    <div
      {...bind()}
      role="slider"
      aria-orientation="vertical"
      aria-label="Height of the spot table"
      aria-valuemin={leastPx}
      aria-valuemax={mostPx}
      aria-valuenow={heightPx}
      tabIndex={0}
      className="absolute inset-x-0 -top-1 z-10 h-2 cursor-row-resize touch-none hover:bg-rule max-[699px]:hidden"
      onKeyDown={(e) => {
        if (e.key === 'ArrowUp') set((now) => now + stepPx);
        else if (e.key === 'ArrowDown') set((now) => now - stepPx);
        else if (e.key === 'Home') set(() => usualPx);
        else return;
        e.preventDefault();
      }}
    />
  );
}

const isRight = (meta: unknown): boolean => meta === right;
