'use client';

import { colour } from '@/ui/colour';
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
      store.getState().commit(editOf(now, p.choice.options, `Take the choice with ${headroomText(p)}`).edit)
    ) {
      planningOf(id).getState().set({ taken: null, shown: null });
      onClose();
    }
  };
  const head = 'border-b-[1.5px] border-ink px-2 py-1 text-right text-[11.5px] font-semibold text-muted';
  return (
    <DialogFrame title="What headroom costs" wide onClose={onClose}>
      {points === null && (
        <p role="status" className="py-6 text-muted">
          {front === 'working' ? 'Solving for each level of headroom …' : 'It could not be worked out.'}
        </p>
      )}
      {points && (
        <>
          <p className="py-2 text-muted">
            Every choice that no other beats in both cost and worst headroom; each need by itself, without a
            budget.
          </p>
          {points.length > 1 ? (
            <FrontChart points={points} row={row} unit={currency} />
          ) : (
            <p className="pb-2">There is only one: nothing that costs more leaves more.</p>
          )}
          <table className="mt-2 w-full">
            <thead>
              <tr>
                {['Worst headroom', 'Parts', 'Parts and work', 'Units', 'Holes', 'Proof', ''].map((h) => (
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
                  <td className="px-2">{p.proven ? 'proven, of the places looked at' : 'the best found'}</td>
                  <td>
                    <Button disabled={stale} onClick={() => take(p)}>
                      Take it
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
      title: { display: true, text, color: colour.ink, font },
      grid: { color: colour.rule },
      border: { color: colour.ink },
      ticks: { color: colour.muted, font },
    });
    chart.current = new Chart(canvas.current, {
      type: 'scatter',
      data: {
        datasets: [
          {
            data,
            showLine: true,
            stepped: 'before',
            borderColor: colour.action,
            borderWidth: 2,
            pointBackgroundColor: colour.action,
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
          y: { ...axis('Worst headroom, dB'), beginAtZero: true },
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
        aria-label={`Worst headroom against cost: ${points.map((p) => `${headroomText(p)} for ${Math.round(p.costEur)}`).join(', ')}`}
      />
    </div>
  );
}
