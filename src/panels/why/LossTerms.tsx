import { Explain } from '@/ui/Explain';
import { colour } from '@/ui/colour';
import type { Term } from '@/core/propagation/radioPaths';

const one = (db: number) => (Math.abs(db) < 0.05 ? '0.0' : Math.abs(db).toFixed(1));
const signed = (db: number) => `${db < 0 ? '−' : '+'}${one(db)}`;

/** The terms of a predicted signal, from what is sent to what arrives; they add up to the total. */
export function LossTerms({
  terms,
  total,
  numbered = false,
}: {
  terms: readonly Term[];
  /** In dBm what arrives, with its spread; or in dB what a way loses. */
  total: { label: string; db: number; spreadDb?: number };
  /** Number what is crossed, as the cut does. */
  numbered?: boolean;
}) {
  const most = Math.max(...terms.map((t) => Math.abs(t.db)));
  const numbers = new Map(terms.filter((t) => numbered && t.kind === 'crossing').map((t, i) => [t, i + 1]));
  return (
    <table className="w-full border-collapse">
      <tbody>
        {terms.map((t, i) => (
          <tr key={i} className="h-[25.5px] border-b border-rule">
            <td className="py-0.5 pr-2 leading-tight">
              {numbers.has(t) && <b>{numbers.get(t)} </b>}
              {t.label}
            </td>
            <td className="w-16">
              <svg width={60} height={8} aria-hidden="true">
                <rect
                  width={Math.max(1.5, (Math.abs(t.db) / most) * 60)}
                  height={8}
                  fill={
                    t.kind === 'sent'
                      ? colour.action
                      : t.kind === 'turn' || t.kind === 'reflection'
                        ? colour.panel
                        : colour.head2
                  }
                  stroke={colour.ink}
                  strokeWidth={0.7}
                />
              </svg>
            </td>
            <td className="w-14 text-right font-semibold">{t.kind === 'sent' ? one(t.db) : signed(t.db)}</td>
          </tr>
        ))}
        <tr className="h-8 border-t-[1.5px] border-ink font-bold">
          <td>{total.spreadDb === undefined ? total.label : <Explain of="signal">{total.label}</Explain>}</td>
          <td className="text-right font-normal text-muted">
            {total.spreadDb === undefined ? (
              ''
            ) : (
              <Explain of="uncertainty">±{total.spreadDb.toFixed(1)}</Explain>
            )}
          </td>
          <td className="text-right whitespace-nowrap">{signed(total.db).replace('+', '')}</td>
        </tr>
      </tbody>
    </table>
  );
}
