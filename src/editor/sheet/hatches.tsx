import { colour } from '@/ui/colour';
import type { Assembly } from '@/core/job/records';

/** Draughtsman's hatches, in metres, so that they grow with the drawing. `prefix` keeps ids apart on a page. */
export function Hatches({ prefix }: { prefix: string }) {
  const id = (name: string) => `${prefix}-${name}`;
  return (
    <defs>
      <pattern id={id('stone')} width="0.72" height="0.44" patternUnits="userSpaceOnUse">
        <rect width="0.72" height="0.44" fill={colour.masonry} />
        <g fill={colour.stone} stroke={colour.stoneJoint} strokeWidth="0.012">
          <path d="M.03 .05 Q.05 .015 .12 .02 L.21 .03 Q.26 .05 .25 .11 L.23 .17 Q.2 .2 .12 .19 L.06 .18 Q.015 .16 .02 .1Z" />
          <path d="M.3 .03 Q.4 .0 .47 .03 Q.51 .07 .49 .14 Q.46 .19 .38 .18 L.31 .17 Q.27 .12 .3 .03Z" />
          <path d="M.54 .04 Q.62 .01 .68 .04 Q.71 .09 .69 .15 Q.65 .2 .58 .18 Q.52 .16 .54 .04Z" />
          <path d="M-.08 .26 Q.0 .22 .09 .24 Q.13 .29 .1 .37 Q.05 .42 -.04 .4 Q-.11 .36 -.08 .26Z" />
          <path d="M.64 .26 Q.72 .22 .81 .24 Q.85 .29 .82 .37 Q.77 .42 .68 .4 Q.61 .36 .64 .26Z" />
          <path d="M.16 .25 Q.25 .22 .33 .24 Q.38 .28 .36 .36 Q.31 .42 .22 .4 Q.14 .38 .16 .25Z" />
          <path d="M.42 .24 Q.51 .21 .57 .25 Q.61 .3 .58 .38 Q.52 .42 .45 .4 Q.39 .34 .42 .24Z" />
        </g>
      </pattern>
      <pattern
        id={id('brick')}
        width="0.09"
        height="0.09"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-45)"
      >
        <rect width="0.09" height="0.09" fill={colour.lath} />
        <rect width="0.09" height="0.032" fill={colour.lathLine} />
      </pattern>
      <pattern id={id('lath')} width="0.14" height="0.14" patternUnits="userSpaceOnUse">
        <rect width="0.14" height="0.14" fill={colour.panel} />
        <path d="M0 .07H.14M.07 0V.14" stroke={colour.ink} strokeWidth="0.018" />
      </pattern>
      <pattern id={id('timber')} width="0.16" height="0.16" patternUnits="userSpaceOnUse">
        <rect width="0.16" height="0.16" fill={colour.wood} />
        <path d="M.04 0V.16M.12 0V.16" stroke={colour.woodGrain} strokeWidth="0.014" />
      </pattern>
      <pattern id={id('foil')} width="0.2" height="0.2" patternUnits="userSpaceOnUse">
        <rect width="0.2" height="0.2" fill={colour.plaster} />
        <path d="M0 .1H.13M.1 0V.13" stroke={colour.muted} strokeWidth="0.03" />
      </pattern>
      <pattern id={id('steel')} width="0.12" height="0.12" patternUnits="userSpaceOnUse">
        <rect width="0.12" height="0.12" fill={colour.steel} />
        <path d="M0 .06Q.03 0 .06 .06T.12 .06" fill="none" stroke={colour.ink} strokeWidth="0.02" />
      </pattern>
      <pattern id={id('concrete')} width="0.3" height="0.3" patternUnits="userSpaceOnUse">
        <rect width="0.3" height="0.3" fill={colour.concrete} />
        <g fill={colour.muted}>
          <circle cx=".05" cy=".07" r=".014" />
          <circle cx=".16" cy=".04" r=".01" />
          <circle cx=".24" cy=".13" r=".014" />
          <circle cx=".11" cy=".18" r=".01" />
          <circle cx=".2" cy=".25" r=".014" />
          <circle cx=".04" cy=".26" r=".01" />
        </g>
      </pattern>
      <pattern id={id('glass')} width="0.1" height="0.1" patternUnits="userSpaceOnUse">
        <rect width="0.1" height="0.1" fill={colour.glassPane} />
      </pattern>
      <pattern id={id('unknown')} width="0.5" height="0.5" patternUnits="userSpaceOnUse">
        <rect width="0.5" height="0.5" fill={colour.ochreWash} />
        <path d="M0 .5L.5 0" stroke={colour.ochre} strokeWidth=".012" />
      </pattern>
      <pattern id={id('plain')} width="0.1" height="0.1" patternUnits="userSpaceOnUse">
        <rect width="0.1" height="0.1" fill={colour.panel} />
      </pattern>
    </defs>
  );
}

/** Hatch that is the same size on screen at every zoom: what is short. */
export function ShortHatch({ id, scale }: { id: string; scale: number }) {
  const step = 7 / scale;
  return (
    <pattern id={id} width={step} height={step} patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <rect width={step} height={step} fill={colour.panel} />
      <rect width={step} height={step * 0.26} fill={colour.rust} fillOpacity="0.75" />
    </pattern>
  );
}

/** The same for where a phone may cling to the wrong unit. */
export function ClingHatch({ id, scale }: { id: string; scale: number }) {
  const step = 9 / scale;
  return (
    <pattern id={id} width={step} height={step} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <rect width={step} height={step * 0.2} fill={colour.ochre} />
    </pattern>
  );
}

/** A small sample of a hatch for legends and lists. */
export function HatchSwatch({
  hatch,
  width = 28,
  height = 13,
}: {
  hatch: Assembly['hatch'];
  width?: number;
  height?: number;
}) {
  const prefix = `swatch-${hatch}`;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width / 30} ${height / 30}`} aria-hidden="true">
      <Hatches prefix={prefix} />
      <rect
        width={width / 30}
        height={height / 30}
        fill={`url(#${prefix}-${hatch})`}
        stroke={colour.ink}
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
