'use client';
import { useMemo } from 'react';
import { type Piece, paragraphText, pieceText } from '@/core/write-up';
import { Chart, type Inks } from '@/ui/chart';
import { plural } from '@/ui/words';
import type { AxisCounts } from '../queries/tables';
import { CopyButton } from './CopyButton';
import { WriteUpNav } from './WriteUpNav';

interface MethodsScreenProps {
  reviewId: string;
  methods: { title: string; pieces: Piece[] }[];
  axes: AxisCounts;
  tables: { id: string; title: string; rows: number }[];
}
const link = 'text-navy underline underline-offset-2';

/** The methods as they were, every number with the question that it answers; the tables, and the counts by axis. */
export function MethodsScreen({ reviewId, methods, axes, tables }: MethodsScreenProps) {
  const text = methods.map((m) => paragraphText(m.pieces)).join('\n\n');
  return (
    <main className="grid grid-cols-[minmax(0,1fr)] lg:grid-cols-[1fr_430px] gap-10 px-5 py-3">
      <div>
        <WriteUpNav reviewId={reviewId} current="/methods" />
        <div className="mt-3 flex items-baseline justify-between">
          <h1 className="text-title">Methods, as they were</h1>
          <CopyButton text={text} label="Copy the text" />
        </div>
        <p className="text-small text-slate">
          The strategies line by line, and what PRISMA-S asks for:{' '}
          <a className={link} href={`/reviews/${reviewId}/search/by-hand`}>
            appendix of the search
          </a>
        </p>
        {methods.map((m) => (
          <section key={m.title} aria-label={m.title}>
            <h2 className="mt-3 text-lead">{m.title}</h2>
            <p dir="auto" className="max-w-[74ch] font-serif text-lead leading-[1.6]">
              {m.pieces.map((p, i) => {
                const key = `${m.title}${i}`;
                if (typeof p === 'string') return <span key={key}>{p}</span>;
                return (
                  <b
                    key={key}
                    className="font-semibold"
                    title={`Asked of the data: ${p.fact}${p.of ? ` ${p.of}` : ''}. The bundle answers it the same.`}
                  >
                    {pieceText(p)}
                  </b>
                );
              })}
            </p>
          </section>
        ))}
        <h2 className="mt-6 text-head">Tables</h2>
        <table className="mt-1 w-full max-w-[640px] border-collapse text-body">
          <tbody>
            {tables.map((t) => (
              <tr key={t.id} className="h-9 border-rule border-t">
                <th scope="row" className="text-left font-normal">
                  {t.title}
                </th>
                <td className="text-right text-slate">
                  {t.rows} {plural(t.rows, 'row')}
                </td>
                <td className="pl-6 text-right">
                  <a className={link} href={`/api/reviews/${reviewId}/write-up/${t.id}.csv`} aria-label={`${t.title} as CSV`} download>
                    CSV
                  </a>{' '}
                  <a className={link} href={`/api/reviews/${reviewId}/write-up/${t.id}.xlsx`} aria-label={`${t.title} as XLSX`} download>
                    XLSX
                  </a>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <section aria-label="Kept and excluded by classification">
        <h2 className="text-head">Kept and excluded, by what they are</h2>
        <p className="text-small text-slate">Dark: kept. Pale: excluded. Works that have a value for certain.</p>
        {axes.map((a) => (
          <AxisChart key={a.axis} axis={a} />
        ))}
      </section>
    </main>
  );
}

function AxisChart({ axis }: { axis: AxisCounts[number] }) {
  const rows = useMemo(() => axis.rows.filter((r) => r.kept + r.excluded > 0), [axis]);
  const option = useMemo(
    () => (inks: Inks) => ({
      animation: false,
      textStyle: { fontFamily: 'inherit', color: inks.ink },
      grid: { left: 168, right: 16, top: 4, bottom: 4 },
      tooltip: { trigger: 'axis', axisPointer: { type: 'shadow' } },
      xAxis: { type: 'value', show: false },
      yAxis: {
        type: 'category',
        inverse: true,
        data: rows.map((r) => r.label),
        axisLine: { show: false },
        axisTick: { show: false },
        axisLabel: { color: inks.ink, fontSize: 12, width: 156, overflow: 'truncate' },
      },
      series: [
        { name: 'kept', type: 'bar', stack: 'all', barWidth: 13, itemStyle: { color: inks.navy }, data: rows.map((r) => r.kept) },
        {
          name: 'excluded',
          type: 'bar',
          stack: 'all',
          barWidth: 13,
          itemStyle: { color: inks.pale, borderColor: inks.slate, borderWidth: 0.5 },
          data: rows.map((r) => r.excluded),
        }, // prettier-ignore
      ],
    }),
    [rows],
  );
  if (rows.length === 0) return null;
  return (
    <>
      <h3 className="mt-3 text-body">{axis.label}</h3>
      <Chart
        label={`${axis.label}: kept (dark) and excluded (pale)`}
        height={rows.length * 24 + 12}
        option={option}
        fileName={`${axis.axis}-kept`}
        table={
          <table className="text-small">
            <thead>
              <tr>
                <th className="pr-6 text-left font-medium">{axis.label}</th>
                <th className="pr-4 font-medium">kept</th>
                <th className="pr-4 font-medium">excluded</th>
                <th className="font-medium">through</th>
              </tr>
            </thead>
            <tbody>
              {axis.rows.map((r) => (
                <tr key={r.label}>
                  <th scope="row" className="pr-6 text-left font-normal">
                    {r.label}
                  </th>
                  <td className="pr-4 text-right">{r.kept}</td>
                  <td className="pr-4 text-right">{r.excluded}</td>
                  <td className="text-right">{r.through}</td>
                </tr>
              ))}
            </tbody>
          </table>
        }
      />
    </>
  );
}
