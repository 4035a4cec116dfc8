import type { Job } from '@/core/job/job';
import { colour } from '@/ui/colour';
import { lengthText } from '@/ui/units';
import type { Placed } from '@/editor/labels/placeLabels';
import { wiringSizes } from './wiringLabels';
import type { Layout, WiringScale } from './wiringScale';

interface Drawn {
  job: Job;
  layout: Layout;
  scale: WiringScale;
}

/** The ground line with its hatching, and heights at the left. */
export function WiringGround({ job, layout, scale: { w, px } }: Drawn) {
  const [, ground] = px(0, 0);
  const ticks = [0, 3, 6, 9, 12, 15].filter((z) => z < layout.topZ);
  return (
    <>
      <path d={`M0 ${ground}H${w}`} stroke={colour.ink} strokeWidth={1.4} />
      <path
        d={Array.from({ length: Math.ceil(w / 9) }, (_, i) => `M${i * 9 + 4} ${ground + 1}l-5 6`).join('')}
        stroke={colour.faint}
        strokeWidth={0.8}
      />
      {ticks.map((z) => (
        <text key={z} x={6} y={px(0, z)[1] + 4} fontSize={11.5} fill={colour.muted}>
          {lengthText(z, job.info.lengths, 0).replace(/\s?m$/, z === 0 ? '' : ' m')}
        </text>
      ))}
    </>
  );
}

/** Under the ground: distances between buildings, with a break where they are drawn shorter, and names. */
export function WiringNames({ job, layout, scale }: Drawn) {
  const { under, px } = scale;
  const [, ground] = px(0, 0);
  return (
    <>
      {layout.gaps.map((g) => {
        const [a] = px(g.x0, 0);
        const [b] = px(g.x1, 0);
        return (
          <g key={g.x0}>
            {g.shortened && (
              <path
                d={`M${(a + b) / 2 - 5} ${ground + 7}l4 -14M${(a + b) / 2 + 2} ${ground + 7}l4 -14`}
                stroke={colour.ink}
                strokeWidth={1.3}
              />
            )}
            <text x={(a + b) / 2} y={under} fontSize={11.5} textAnchor="middle" fill={colour.muted}>
              {lengthText(g.metres, job.info.lengths, 0)}
            </text>
          </g>
        );
      })}
      {layout.buildings.map((section) => (
        <NameUnder
          scale={scale}
          key={section.building.id}
          from={section.x0}
          to={section.x1}
          text={section.building.name}
        />
      ))}
      {layout.yard && <NameUnder scale={scale} from={layout.yard.x0} to={layout.yard.x1} text="Outdoors" />}
    </>
  );
}

function NameUnder({
  scale: { px, under },
  from,
  to,
  text,
}: {
  scale: WiringScale;
  from: number;
  to: number;
  text: string;
}) {
  return (
    <text
      x={(px(from, 0)[0] + px(to, 0)[0]) / 2}
      y={under}
      fontSize={12.5}
      fontWeight={700}
      textAnchor="middle"
      fill={colour.ink}
    >
      {text}
    </text>
  );
}

/** Each spot as a small cross with its number. */
export function WiringSpots({ job, layout, scale: { px }, places }: Drawn & { places: Placed }) {
  return (
    <>
      {job.spots.map((s) => {
        const [x, y] = px(...layout.placeOf(s));
        const place = places.get(`spot ${s.id}`);
        return (
          <g key={s.id}>
            {place?.from && (
              <path d={`M${x} ${y}L${place.x} ${place.y}`} stroke={colour.faint} strokeWidth={0.8} />
            )}
            <path d={`M${x - 4} ${y}h8M${x} ${y - 4}v8`} stroke={colour.faint} strokeWidth={1.6} />
            {place && (
              <text
                x={place.x}
                y={place.y + 4}
                fontSize={wiringSizes.spot}
                fontWeight={600}
                textAnchor="middle"
                fill={colour.muted}
                className="halo"
                data-label="spot"
              >
                {s.number}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}
