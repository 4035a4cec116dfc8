'use client';

import { colour, painted } from '@/ui/colour';
import { Chart, LinearScale, LineElement, PointElement, ScatterController, Tooltip } from 'chart.js';
import { useEffect, useRef, useState } from 'react';
import { enoughHeadroomDb } from '@/core/optimise/spotServices';
import { editOf, standsAs } from '@/core/optimise/editOf';
import type { FrontPoint } from '@/core/optimise/front';
import { DialogFrame } from '@/ui/DialogFrame';
import { planningOf, usePlanning } from '@/client/planning';
import { Button } from '@/ui/primitives';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { moneyText } from '@/ui/units';

Chart.register(ScatterController, LinearScale, PointElement, LineElement, Tooltip);

const headroomText = ({ leastHeadroomDb }: FrontPoint) =>
  leastHeadroomDb >= enoughHeadroomDb ? `${enoughHeadroomDb} dB or more` : `${leastHeadroomDb.toFixed(1)} dB`;

/** What each dB of headroom costs: the cheapest choice at every level, as a chart and as a table to take from. */
export function FrontDialog({ onClose }: { onClose: () => void }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const { id, currency } = job.info;
  const front = usePlanning(id, (s) => s.front);
  const from = usePlanning(id, (s) => s.from);
  const [row, setRow] = useState<number | null>(null);
  const points = front === 'working' || front === null ? null : front;
  const stale = from === null || !standsAs(from, job);
  const take = (p: FrontPoint) => {
    const now = store.getState().job;
    if (
      store
        .getState()
        .commit(editOf(now, p.choice.options, `Apply the proposal with ${headroomText(p)}`).edit)
    ) {
      planningOf(id).getState().set({ taken: null, shown: null });
      onClose();
    }
  };
  const head = 'border-b-[1.5px] border-ink px-2 py-1 text-right text-[11.5px] font-semibold text-muted';
  return (
    <DialogFrame title="Cost and headroom compared" wide onClose={onClose}>
      {points === null && (
        <p role="status" className="py-6 text-muted">
          {front === 'working' ? 'Calculating each level of headroom …' : 'This could not be calculated.'}
        </p>
      )}
      {points && (
        <>
          <p className="py-2 text-muted">
            No other proposal is both cheaper and higher in headroom. Each need alone, without a budget.
          </p>
          {points.length > 1 ? (
            <FrontChart points={points} row={row} unit={currency} />
          ) : (
            <p className="pb-2">There is only one. A higher cost gives no more headroom.</p>
          )}
          <table className="mt-2 w-full">
            <thead>
              <tr>
                {['Lowest headroom', 'Parts', 'Parts and work', 'Units', 'Holes', 'Proof', ''].map((h) => (
                  <th key={h} scope="col" className={head}>
                    {h}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {points.map((p, i) => (
                <tr
                  key={p.costEur}
                  className={`h-9 border-b border-rule text-right ${row === i ? 'bg-chosen' : ''}`}
                  onPointerEnter={() => setRow(i)}
                  onPointerLeave={() => setRow(null)}
                >
                  <td className="px-2">{headroomText(p)}</td>
                  <td className="px-2">{moneyText(p.partsEur, currency)}</td>
                  <td className="px-2">{moneyText(p.costEur, currency)}</td>
                  <td className="px-2">{p.units}</td>
                  <td className="px-2">{p.holes}</td>
                  <td className="px-2">{p.proven ? 'optimal for the places tried' : 'best found'}</td>
                  <td>
                    <Button disabled={stale} onClick={() => take(p)}>
                      Apply
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </DialogFrame>
  );
}

function FrontChart({
  points,
  row,
  unit,
}: {
  points: readonly FrontPoint[];
  row: number | null;
  unit: string;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart | null>(null);
  useEffect(() => {
    if (!canvas.current) return;
    const data = points.map((p) => ({ x: p.costEur, y: p.leastHeadroomDb }));
    const font = { family: getComputedStyle(document.body).fontFamily, size: 12 };
    const axis = (text: string) => ({
      title: { display: true, text, color: painted(colour.ink), font },
      grid: { color: painted(colour.rule) },
      border: { color: painted(colour.ink) },
      ticks: { color: painted(colour.muted), font },
    });
    chart.current = new Chart(canvas.current, {
      type: 'scatter',
      data: {
        datasets: [
          {
            data,
            showLine: true,
            stepped: 'before',
            borderColor: painted(colour.action),
            borderWidth: 2,
            pointBackgroundColor: painted(colour.action),
            pointRadius: 5,
          },
        ],
      },
      options: {
        animation: false,
        maintainAspectRatio: false,
        plugins: { tooltip: { enabled: false } },
        scales: {
          x: axis(`Parts and work, ${unit}`),
          y: { ...axis('Lowest headroom, dB'), beginAtZero: true },
        },
      },
    });
    return () => chart.current?.destroy();
  }, [points, unit]);
  useEffect(() => {
    const set = chart.current?.data.datasets[0] as { pointRadius?: number[] } | undefined;
    if (!set) return;
    set.pointRadius = points.map((_, i) => (i === row ? 9 : 5));
    chart.current?.update('none');
  }, [row, points]);
  return (
    <div className="h-64">
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Lowest headroom against cost: ${points.map((p) => `${headroomText(p)} for ${Math.round(p.costEur)}`).join(', ')}`}
      />
    </div>
  );
}
