import { type MouseEvent, useRef } from 'react';
import type { OverlapOf } from '@/core/checks';
import { PictureButtons } from '@/ui/picture';
import { count, many } from '@/ui/words';
import type { OverlapView } from '../queries/overlap';

const LEFT = 190;
const STEP = 46;
const TOP = 26;
const BARS = 130;
const ROW = 26;
/** More columns are not read; the table has them all. */
const MOST = 18;

type Set = OverlapView['sets'][number];

/**
 * Which databases have works in common: a column for each combination, its bar the number of works that exactly these
 * have, with a mark at each of them.
 * @source the layout follows UpSet (Lex A et al., IEEE Trans Vis Comput Graph 2014;20:1983–1992), from memory
 */
export function OverlapPicture({ view, of, onPick }: { view: OverlapView; of: OverlapOf; onPick(set: Set): void }) {
  const box = useRef<HTMLDivElement>(null);
  const filled = view.sets.filter((s) => s[of] > 0).sort((a, b) => b[of] - a[of] || a.mask - b.mask);
  const shown = filled.slice(0, MOST);
  const most = Math.max(1, ...shown.map((s) => s[of]));
  const bottom = TOP + BARS;
  const height = bottom + 12 + view.databases.length * ROW;
  const width = LEFT + Math.max(shown.length, 4) * STEP + 10;
  const x = (k: number) => LEFT + k * STEP + STEP / 2;
  const y = (bit: number) => bottom + 12 + bit * ROW + ROW / 2;
  const has = (s: Set, bit: number) => ((s.mask >>> bit) & 1) === 1;
  const pick = (e: MouseEvent) => {
    const svg = box.current!.querySelector('svg')!;
    const at = ((e.clientX - svg.getBoundingClientRect().left) / svg.getBoundingClientRect().width) * width;
    const set = shown[Math.floor((at - LEFT) / STEP)];
    if (set && at > LEFT) onPick(set);
  };
  const biggest = shown[0];
  return (
    <figure className="m-0">
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: every number of it stands in the table too, as a button */}
      <div
        ref={box}
        role="img"
        aria-label={`Works by exactly which databases have them. ${
          biggest ? `Most, ${count(biggest[of])}, are in ${setWords(view, biggest.mask)}.` : 'There are none.'
        } All figures stand in the table below.`}
        className="cursor-pointer relative overflow-x-auto"
        onClick={pick}
      >
        <svg
          viewBox={`0 0 ${width} ${height}`}
          width={width}
          height={height}
          fontFamily="'Atkinson Hyperlegible Next Variable', sans-serif"
          fontSize="12.5"
          fill="var(--ink)"
          aria-hidden="true"
        >
          {view.databases.map((d, bit) => (
            <g key={d.tag}>
              {bit % 2 === 0 && <rect x={0} y={y(bit) - ROW / 2} width={width} height={ROW} fill="var(--picked)" opacity="0.55" />}
              <text x={4} y={y(bit) + 4}>
                {d.name.length > 20 ? `${d.name.slice(0, 19)}…` : d.name}
              </text>
              <text x={LEFT - 10} y={y(bit) + 4} textAnchor="end" fill="var(--slate)">
                {count(d[of].has)}
              </text>
            </g>
          ))}
          <line x1={LEFT} x2={width} y1={bottom + 0.5} y2={bottom + 0.5} stroke="var(--ink)" />
          {shown.map((s, k) => {
            const bar = Math.max(1, (BARS * s[of]) / most);
            const bits = view.databases.flatMap((_, bit) => (has(s, bit) ? [bit] : []));
            return (
              <g key={s.mask}>
                <title>{`${setWords(view, s.mask)}: ${count(s[of])}`}</title>
                <rect x={x(k) - 11} y={bottom - bar} width={22} height={bar} fill={bits.length === 1 ? 'var(--ink)' : 'var(--navy)'} />
                <text x={x(k)} y={bottom - bar - 5} textAnchor="middle">
                  {count(s[of])}
                </text>
                {bits.length > 1 && <line x1={x(k)} x2={x(k)} y1={y(bits[0]!)} y2={y(bits.at(-1)!)} stroke="var(--ink)" strokeWidth="2" />}
                {view.databases.map((d, bit) =>
                  has(s, bit) ? (
                    <rect key={d.tag} x={x(k) - 6} y={y(bit) - 6} width={12} height={12} rx={2} fill="var(--ink)" />
                  ) : (
                    <rect key={d.tag} x={x(k) - 2} y={y(bit) - 2} width={4} height={4} fill="var(--edge)" />
                  ),
                )}
              </g>
            );
          })}
        </svg>
      </div>
      <figcaption className="flex items-baseline gap-2 text-note text-slate">
        <span>
          Each work is in one column.
          {filled.length > MOST &&
            ` ${count(filled.length - MOST)} more combinations, with ${many(
              filled.slice(MOST).reduce((n, s) => n + s[of], 0),
              'work',
            )}, stand in the table.`}
        </span>
        <PictureButtons svg={() => box.current!.querySelector('svg')!} fileName="overlap" />
      </figcaption>
    </figure>
  );
}

/** The databases of a combination in words. */
export function setWords(view: OverlapView, mask: number): string {
  if (mask === 0) return 'no named database';
  const names = view.databases.flatMap((d, bit) => ((mask >>> bit) & 1 ? [d.name] : []));
  return names.length === 1 ? `${names[0]} alone` : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
