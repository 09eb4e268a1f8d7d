import { intervalWords, percent, type Share } from '@/core/checks';

const at = (share: number) => `${Math.min(100, share * 100)}%`;

/** A share as a tick on a line from 0 to 100 %, its interval as a bar, and the upper bound as a stroke; the figures beneath. */
export function ShareBar({ rate, bound }: { rate: Share | null; bound: number | null }) {
  if (!rate && bound === null) return <span className="text-slate">nothing judged</span>;
  return (
    <span className="block">
      <span aria-hidden className="relative mt-1.5 block h-[9px] w-full border-edge border-b">
        {rate && (
          <>
            <span
              className="absolute bottom-[1px] h-[5px] bg-pale"
              style={{ left: at(rate.low), right: `calc(100% - ${at(rate.high)})` }}
            />
            <span
              className="absolute bottom-0 h-[9px] w-[3px] -translate-x-1/2 bg-navy"
              style={{ left: `max(1.5px, ${at(rate.value)})` }}
            />
          </>
        )}
        {bound !== null && (
          <span
            className="absolute bottom-0 h-[9px] border-copper border-l-2 border-dashed"
            style={{ left: `min(calc(100% - 2px), ${at(bound)})` }}
          />
        )}
      </span>
      <span className="text-note text-slate">
        {rate && `${percent(rate.value)} (${intervalWords(rate)})`}
        {bound !== null && (
          <>
            {rate && ' · '}
            <span className="whitespace-nowrap text-copper">at most {percent(bound)}</span>
          </>
        )}
      </span>
    </span>
  );
}
