'use client';
import { type ReactNode, useCallback } from 'react';
import { Chart, hatched, type Inks } from '@/ui/chart';
import { count } from '@/ui/words';

/** One bar: what is certain, and what may be besides. */
export interface OutcomeBar {
  name: string;
  through: number;
  held: number;
}

interface OutcomeChartProps {
  label: string;
  bars: readonly OutcomeBar[];
  /** Index of the bar that is set now. */
  current: number;
  words: { through: string; held: string; axis: string };
  onPick(index: number): void;
  fileName: string;
  /** The handle under it. */
  children: ReactNode;
}

/** Bars of through (solid) and held (hatched); a click sets the limiter to that bar. */
export function OutcomeChart({ label, bars, current, words, onPick, fileName, children }: OutcomeChartProps) {
  const highest = Math.max(...bars.map((b) => b.through + b.held));
  const option = useCallback(
    (inks: Inks) => ({
      grid: { left: 44, right: 12, top: 18, bottom: 44 },
      tooltip: { trigger: 'axis', backgroundColor: inks.surface, borderColor: inks.rule, textStyle: { color: inks.ink, fontSize: 12.5 } },
      xAxis: {
        type: 'category',
        data: bars.map((b, i) => (i === current ? `▲ ${b.name}` : b.name)),
        name: words.axis,
        nameLocation: 'middle',
        nameGap: 26,
        nameTextStyle: { color: inks.slate },
        axisLabel: { color: inks.ink, interval: 0 },
        axisLine: { lineStyle: { color: inks.slate } },
        axisTick: { show: false },
      },
      yAxis: { type: 'value', minInterval: 1, axisLabel: { color: inks.slate }, splitLine: { lineStyle: { color: inks.rule } } },
      series: [
        {
          type: 'bar',
          name: words.through,
          stack: 'works',
          barMaxWidth: 46,
          data: bars.map((b, i) => ({ value: b.through, itemStyle: { color: inks.navy, opacity: i === current ? 1 : 0.72 } })),
          label: {
            show: true,
            position: 'insideTop',
            color: inks.surface,
            fontSize: 11.5,
            // A bar too low for its number has it in the table only.
            formatter: (p: { value: number }) => (p.value > highest / 9 ? count(p.value) : ''),
          },
        },
        { type: 'bar', name: words.held, stack: 'works', data: bars.map((b) => ({ value: b.held, itemStyle: hatched(inks) })) },
      ],
    }),
    [bars, current, words, highest],
  );
  return (
    <Chart
      label={label}
      height={220}
      option={option}
      onPick={onPick}
      fileName={fileName}
      table={
        <table className="mt-1">
          <thead>
            <tr className="text-left">
              <th className="pr-4 font-medium">{words.axis}</th>
              <th className="pr-4 font-medium">{words.through}</th>
              <th className="font-medium">{words.held}</th>
            </tr>
          </thead>
          <tbody>
            {bars.map((b, i) => (
              <tr
                key={b.name}
                aria-current={i === current ? 'true' : undefined}
                className="aria-[current]:font-semibold aria-[current]:text-ink"
              >
                <th scope="row" className="pr-4 text-left font-normal">
                  {b.name}
                </th>
                <td className="pr-4 text-right">{count(b.through)}</td>
                <td className="text-right">{count(b.held)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      }
    >
      {children}
    </Chart>
  );
}
