import { colour } from '@/ui/colour';
import { bands, type Assembly } from '@/core/job/records';
import { assemblyLoss, assemblySpread } from '@/core/materials/assemblyLoss';
import { wallLoss } from '@/core/materials/wallLoss';

/** Loss of an assembly in three bands, straight and at a slant, with its spread; computed beside planned. */
export function WallLossTable({ assembly }: { assembly: Assembly }) {
  const rows = bands.map((band) => ({
    band,
    straight: assemblyLoss(assembly, band, 0),
    slanting: assemblyLoss(assembly, band, 60),
    spread: assemblySpread(assembly, band),
    computed: wallLoss(assembly.layers, band, 0, assembly.leakDb),
  }));
  const most = Math.max(8, ...rows.map((r) => Math.max(r.straight + r.spread, r.slanting, r.computed)));
  const x = (db: number) => (db / most) * 112;
  return (
    <>
      <table className="w-full border-collapse text-right [&_td]:pl-2 [&_th]:pl-2 [&_th:first-child]:pl-0">
        <thead className="text-[11.5px] text-muted">
          <tr className="border-b-[1.5px] border-ink">
            <th className="text-left font-semibold" scope="col">
              Band
            </th>
            <th aria-hidden="true" />
            <th className="font-semibold" scope="col">
              0°
            </th>
            <th className="font-semibold" scope="col">
              60°
            </th>
            <th className="font-semibold" scope="col">
              ±
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((r) => (
            <tr key={r.band} className="h-[27px] border-b border-rule">
              <th className="text-left font-normal whitespace-nowrap" scope="row">
                {r.band} GHz
              </th>
              <td>
                <svg width={116} height={16} aria-hidden="true">
                  <rect
                    x={x(Math.max(0, r.straight - r.spread))}
                    y={4}
                    width={x(r.straight + r.spread) - x(Math.max(0, r.straight - r.spread))}
                    height={8}
                    fill={colour.head1}
                    stroke={colour.head4}
                    strokeWidth={0.7}
                  />
                  <path d={`M${x(r.straight)} 1V15`} stroke={colour.ink} strokeWidth={2.4} />
                  <path
                    d={`M${x(r.slanting) - 3} 15L${x(r.slanting) + 3} 1`}
                    stroke={colour.ink}
                    strokeWidth={2}
                  />
                  {assembly.planningLossDb && (
                    <circle
                      cx={x(r.computed) + 1}
                      cy={8}
                      r={3}
                      fill={colour.panel}
                      stroke={colour.action}
                      strokeWidth={1.6}
                    />
                  )}
                </svg>
              </td>
              <td className="font-bold">{r.straight.toFixed(1)}</td>
              <td>{r.slanting.toFixed(1)}</td>
              <td className="text-muted">{r.spread.toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1.5 text-[12px] text-muted">
        Vertical mark: straight through. Slanted: at 60°. Tint: uncertainty.{' '}
        {assembly.planningLossDb
          ? `Ring: computed from the layers. The planning value is used. ${assembly.note}`
          : 'Computed from its layers (ITU-R P.2040).'}
      </p>
    </>
  );
}
