'use client';

import { colour, painted } from '@/ui/colour';
import { useShade } from '@/ui/theme';
import { Chart, LinearScale, LogarithmicScale, PointElement, ScatterController, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import { rateText } from '@/core/network/rateText';
import type { Reading } from '@/core/job/records';
import type { SpotProof } from '@/core/proof/spotProof';
import type { RateAxis } from './rateAxis';

Chart.register(ScatterController, LinearScale, LogarithmicScale, PointElement, Tooltip);

export const rowPx = 52;
/** Where the medians lie, and the runs begin, px from the row's top. */
const [middle, swarmTop, swarmStep] = [20, 35, 4.7];

const figure = (v: number) => (v === 0 ? 'no link' : rateText(v));

interface Row {
  need: number;
  plan: number;
  before: number | null;
  after: number | null;
  state: 'fine' | 'short' | 'limited' | 'same';
  text: string;
}

function rowOf(proof: SpotProof, plan: number): Row {
  const need = proof.need.downMbps;
  const before = proof.before.downMbps;
  const after = proof.after.runs ? (proof.after.downMbps ?? 0) : null;
  const short = after !== null && after < need;
  const limited = proof.verdict === 'test-limited' && proof.measure === 'down';
  const text =
    after === null
      ? ''
      : limited
        ? `${figure(after)} or more`
        : short && after > 0
          ? `${figure(after)} of ${rateText(need)}`
          : figure(after);
  const same = !short && before !== null && after !== null && Math.abs(Math.log(after / before)) < 0.1;
  return {
    need,
    plan,
    before,
    after,
    text,
    state: limited ? 'limited' : short ? 'short' : same ? 'same' : 'fine',
  };
}

/** What a chart alone does not draw: the need, the bar between the medians, what is missing, and the figures. */
function drawRow(context: CanvasRenderingContext2D, width: number, row: Row, axis: RateAxis) {
  const x = (v: number) => axis.x(v, width);
  const { before, after, need, state } = row;
  const line = (tone: string, wide: number, path: () => void, dash: number[] = []) => {
    context.beginPath();
    context.setLineDash(dash);
    context.strokeStyle = painted(tone);
    context.lineWidth = wide;
    path();
    context.stroke();
    context.setLineDash([]);
  };
  for (const tick of axis.ticks)
    line(colour.gridLine, 1, () => {
      context.moveTo(x(tick), 0);
      context.lineTo(x(tick), rowPx);
    });
  line(
    colour.ink,
    1,
    () => {
      context.moveTo(x(row.plan), 0);
      context.lineTo(x(row.plan), rowPx);
    },
    [1, 3],
  );
  if (before !== null && after !== null)
    line(colour.action, 2.6, () => {
      context.moveTo(x(before), middle);
      context.lineTo(x(after), middle);
    });
  if (state === 'short' && after) {
    context.save();
    context.beginPath();
    context.rect(x(after), middle - 8, x(need) - x(after), 16);
    context.clip();
    for (let at = x(after) - 16; at < x(need); at += 4)
      line(colour.rust, 1.2, () => {
        context.moveTo(at, middle + 8);
        context.lineTo(at + 10, middle - 8);
      });
    context.restore();
  }
  if (state === 'limited' && after !== null) {
    const end = Math.min(width - 8, x(after) + 58);
    line(
      colour.ochre,
      2,
      () => {
        context.moveTo(x(after), middle);
        context.lineTo(end, middle);
      },
      [5, 3],
    );
    line(colour.ochre, 2, () => {
      context.moveTo(end - 5, middle - 4);
      context.lineTo(end + 1, middle);
      context.lineTo(end - 5, middle + 4);
    });
  }
  line(colour.ink, 2.2, () => {
    context.moveTo(x(need), middle - 10);
    context.lineTo(x(need), middle + 10);
  });
}

function drawFigures(
  context: CanvasRenderingContext2D,
  width: number,
  row: Row,
  axis: RateAxis,
  font: string,
) {
  const x = (v: number) => axis.x(v, width);
  const { before, after, state } = row;
  const left = after !== null && before !== null && x(after) < x(before);
  const write = (text: string, at: number, toLeft: boolean, tone: string, weight: number) => {
    context.font = `${weight} 13px ${font}`;
    context.textBaseline = 'middle';
    const wide = context.measureText(text).width;
    const from = Math.min(Math.max(0, toLeft ? at - 12 - wide : at + 12), width - wide);
    context.textAlign = 'left';
    context.lineJoin = 'round';
    context.strokeStyle = painted(colour.panel);
    context.lineWidth = 3.5;
    context.strokeText(text, from, middle);
    context.fillStyle = painted(tone);
    context.fillText(text, from, middle);
  };
  if (before === 0) {
    context.strokeStyle = painted(colour.ink);
    context.lineWidth = 1.8;
    context.beginPath();
    const at = x(0);
    context.moveTo(at - 5, middle - 5);
    context.lineTo(at + 5, middle + 5);
    context.moveTo(at + 5, middle - 5);
    context.lineTo(at - 5, middle + 5);
    context.stroke();
  }
  if (before) write(figure(before), x(before), !left, colour.ink, 400);
  if (after !== null) {
    const tone = state === 'limited' ? colour.ochreText : state === 'short' ? colour.rustText : colour.action;
    if (state === 'limited') {
      // the mark of a test that could show no more: a diamond, its left half filled
      const at = x(after);
      context.beginPath();
      context.moveTo(at, middle - 7);
      context.lineTo(at + 7, middle);
      context.lineTo(at, middle + 7);
      context.lineTo(at - 7, middle);
      context.closePath();
      context.fillStyle = painted(colour.panel);
      context.fill();
      context.strokeStyle = painted(colour.ochre);
      context.lineWidth = 1.5;
      context.stroke();
      context.beginPath();
      context.moveTo(at, middle - 7);
      context.lineTo(at - 7, middle);
      context.lineTo(at, middle + 7);
      context.fillStyle = painted(colour.ochre);
      context.fill();
    }
    write(row.text, state === 'limited' ? x(after) + 52 : x(after), left, tone, 700);
  }
}

/** Runs as dots that pile up where they are alike, px from the row's top. */
function swarm(readings: readonly Reading[], phase: Reading['phase'], axis: RateAxis, width: number) {
  const levels = new Map<number, number>();
  return readings
    .filter((r) => r.phase === phase)
    .map((r) => {
      const mbps = r.connected ? (r.downMbps ?? 0) : 0;
      const bin = Math.round(axis.x(mbps, width) / 5);
      const level = levels.get(bin) ?? 0;
      levels.set(bin, level + 1);
      return {
        x: mbps > 0 ? Math.max(0.5, mbps) : axis.noLink,
        y: swarmTop + Math.min(level, 3) * swarmStep,
        reading: r,
      };
    });
}

/** One spot: medians as found and after, every run as a dot, the need, the plan. */
export function RowChart({
  proof,
  readings,
  axis,
  plan,
  width,
}: {
  proof: SpotProof;
  readings: readonly Reading[];
  axis: RateAxis;
  plan: number;
  width: number;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const row = rowOf(proof, plan);
  const shade = useShade();
  useEffect(() => {
    if (!canvas.current || width <= 0) return;
    // a chart that was taken down put its canvas back to the size it had found
    Object.assign(canvas.current, { width, height: rowPx });
    Object.assign(canvas.current.style, { width: `${width}px`, height: `${rowPx}px` });
    const font = getComputedStyle(document.body).fontFamily;
    const shown = rowOf(proof, plan);
    const point = (v: number | null) => (v ? [{ x: v, y: middle }] : []);
    const runs = (phase: Reading['phase']) => swarm(readings, phase, axis, width);
    const chart = new Chart(canvas.current, {
      type: 'scatter',
      data: {
        datasets: [
          {
            label: 'Before',
            order: 2,
            data: point(shown.before),
            pointRadius: shown.state === 'same' ? 9 : 5,
            backgroundColor: painted(colour.panel),
            borderColor: painted(colour.ink),
            borderWidth: 1.7,
          },
          {
            label: 'After',
            order: 1,
            data: shown.state === 'limited' ? [] : point(shown.after),
            pointRadius: 5.2,
            backgroundColor: painted(colour.action),
            borderColor: painted(colour.action),
          },
          {
            label: 'Run before',
            order: 2,
            data: runs('before'),
            pointRadius: 2,
            backgroundColor: painted(colour.panel),
            borderColor: painted(colour.ink),
            borderWidth: 0.9,
          },
          {
            label: 'Run after',
            order: 1,
            data: runs('after'),
            pointRadius: 2,
            backgroundColor: painted(colour.action),
            borderColor: painted(colour.action),
            borderWidth: 0.9,
          },
        ],
      },
      options: {
        responsive: false,
        animation: false,
        events: ['mousemove', 'mouseout', 'touchstart'],
        layout: { padding: 0, autoPadding: false },
        clip: false,
        scales: {
          x: { type: 'logarithmic', bounds: 'data', min: axis.least, max: axis.most, display: false },
          y: { type: 'linear', min: 0, max: rowPx, reverse: true, display: false },
        },
        plugins: {
          legend: { display: false },
          tooltip: {
            backgroundColor: painted(colour.ink),
            displayColors: false,
            callbacks: {
              title: () => '',
              label: ({ dataset, parsed }) =>
                `${dataset.label}: ${(parsed.x ?? 0) <= axis.noLink ? 'no link' : `${rateText(parsed.x ?? 0)} Mbps`}`,
            },
          },
        },
      },
      plugins: [
        {
          id: 'row',
          beforeDatasetsDraw: ({ ctx }) => drawRow(ctx, width, shown, axis),
          afterDatasetsDraw: ({ ctx }) => drawFigures(ctx, width, shown, axis, font),
        },
      ],
    });
    return () => chart.destroy();
  }, [proof, readings, axis, plan, width, shade]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={`Before ${row.before === null ? 'not tested' : figure(row.before)}, after ${row.after === null ? 'not tested' : row.text}, need ${rateText(row.need)} Mbps`}
    />
  );
}
