import type { Term } from '@/core/propagation/ways';

const one = (db: number) => (Math.abs(db) < 0.05 ? '0.0' : Math.abs(db).toFixed(1));

/** The terms of a predicted signal, from what is sent to what arrives; they add up. */
export function LossTerms({
  terms,
  rssiDbm,
  spreadDb,
}: {
  terms: readonly Term[];
  rssiDbm: number;
  spreadDb: number;
}) {
  const most = Math.max(...terms.map((t) => Math.abs(t.db)));
  return (
    <table className="w-full border-collapse">
      <tbody>
        {terms.map((t, i) => (
          <tr key={i} className="h-[25.5px] border-b border-rule">
            <td className="pr-2">{t.label}</td>
            <td className="w-16">
              <svg width={60} height={8} aria-hidden="true">
                <rect
                  width={Math.max(1.5, (Math.abs(t.db) / most) * 60)}
                  height={8}
                  fill={i === 0 ? '#1d4f7a' : '#b0cddc'}
                  stroke="#1f2a37"
                  strokeWidth={0.7}
                />
              </svg>
            </td>
            <td className="w-14 text-right font-semibold">
              {i === 0 ? '' : t.db < 0 ? '−' : '+'}
              {one(t.db)}
            </td>
          </tr>
        ))}
        <tr className="h-8 border-t-[1.5px] border-ink font-bold">
          <td>Arrives</td>
          <td className="text-right font-normal text-muted" colSpan={1}>
            ±{spreadDb.toFixed(1)}
          </td>
          <td className="text-right whitespace-nowrap">−{Math.abs(rssiDbm).toFixed(1)}</td>
        </tr>
      </tbody>
    </table>
  );
}
