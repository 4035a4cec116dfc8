import { find, type Job } from '@/core/job/job';
import { rateText } from '@/core/network/rateText';
import type { SpotProof } from '@/core/proof/spotProof';
import { foundWords, markText, StatusMark, verdictWords } from '@/ui/marks';

const mbpsText = ({ runs, downMbps }: Pick<SpotProof['before'], 'runs' | 'downMbps'>) =>
  runs === 0 ? '–' : downMbps ? rateText(downMbps) : 'no link';

/** What each place needs, and what it got before and after. */
export function PlaceTable({ job, proofs }: { job: Job; proofs: readonly SpotProof[] }) {
  return (
    <section className="mt-7">
      <h2 className="flex items-baseline justify-between text-[17px] font-bold">
        Need and result at each place{' '}
        <span className="text-[12.5px] font-normal text-muted">Mbps, median of all tests</span>
      </h2>
      <div className="overflow-x-auto">
        <table className="mt-1 w-full border-collapse print:text-[12.5px]">
          <thead className="text-[12px] text-muted">
            <tr className="border-b-[1.5px] border-ink text-left [&>th]:font-semibold">
              <th scope="col" colSpan={2}>
                Place
              </th>
              <th scope="col">Room</th>
              <th scope="col">Used for</th>
              <th scope="col" className="pl-4 text-right">
                Needs
              </th>
              <th scope="col" className="pl-4 text-right">
                Before
              </th>
              <th scope="col" className="pl-4 text-right">
                After
              </th>
              <th scope="col" className="pl-5">
                Result
              </th>
            </tr>
          </thead>
          <tbody>
            {proofs.map((p) => {
              const spot = find(job, 'spot', p.spotId);
              const verdict = verdictWords[p.verdict];
              const found = foundWords[p.found];
              return (
                spot && (
                  <tr
                    key={p.spotId}
                    className="h-[25px] break-inside-avoid border-b border-rule align-top [&>td]:py-0.5"
                  >
                    <td className="pr-3 text-muted">{spot.number}</td>
                    <td className="pr-2 font-bold">{spot.name}</td>
                    <td className="pr-2">{find(job, 'room', spot.roomId)?.name}</td>
                    <td className="pr-2">{p.need.activities.join(', ')}</td>
                    <td className="pl-3 text-right">{rateText(p.need.downMbps)}</td>
                    <td className={`pl-4 text-right whitespace-nowrap ${markText[found.mark]}`}>
                      {mbpsText(p.before)}
                    </td>
                    <td className="pl-4 text-right font-bold whitespace-nowrap">{mbpsText(p.after)}</td>
                    <td className={`pl-5 whitespace-nowrap ${markText[verdict.mark]}`}>
                      <span className="flex items-center gap-1.5">
                        <StatusMark mark={verdict.mark} /> {verdict.plain}
                      </span>
                    </td>
                  </tr>
                )
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
