'use client';
import { BarChart, LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { type EChartsCoreOption, init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { type ReactNode, useEffect, useRef } from 'react';
import { PictureButtons } from './picture';

use([BarChart, LineChart, GridComponent, TooltipComponent, MarkLineComponent, AriaComponent, SVGRenderer]);

/** The colours of the page as they are now, light or dark, for charts that cannot read variables. */
export interface Inks {
  ink: string;
  navy: string;
  copper: string;
  slate: string;
  rule: string;
  pale: string;
  paper: string;
  surface: string;
}

function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const of = (name: string) => style.getPropertyValue(`--${name}`).trim();
  const [ink, navy, copper, slate, rule, pale, paper, surface] = ['ink', 'navy', 'copper', 'slate', 'rule', 'pale', 'paper', 'surface'].map(
    of,
  );
  return { ink, navy, copper, slate, rule, pale, paper, surface } as Inks;
}

/** Copper hatching on paper: what is held, in every chart. */
export const hatched = ({ copper, paper }: Inks) => ({
  color: paper,
  borderColor: copper,
  borderWidth: 1,
  decal: { symbol: 'rect', symbolSize: 1, dashArrayX: [1, 0], dashArrayY: [2, 3], rotation: -Math.PI / 4, color: copper },
});

interface ChartProps {
  label: string;
  height: number;
  /** Made anew when its identity changes: memoise it. */
  option(inks: Inks): EChartsCoreOption;
  /** A bar or point was clicked. */
  onPick?(index: number): void;
  /** The same figures as a table, for who cannot see or does not want the picture. */
  table: ReactNode;
  fileName: string;
  /** What stands right under the picture. */
  children?: ReactNode;
}

/** A chart with its figures as a table beneath, and both kinds of picture to take away. */
export function Chart({ label, height, option, onPick, table, fileName, children }: ChartProps) {
  const box = useRef<HTMLDivElement>(null);
  const pick = useRef(onPick);
  pick.current = onPick;
  useEffect(() => {
    const element = box.current!;
    const chart = init(element, null, { renderer: 'svg' });
    const still = { animation: false, textStyle: { fontFamily: getComputedStyle(element).fontFamily } };
    const draw = () => chart.setOption({ ...still, ...option(inksOf(element)) }, true);
    draw();
    chart.on('click', (event) => pick.current?.(event.dataIndex));
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(element);
    const scheme = window.matchMedia('(prefers-color-scheme: dark)');
    scheme.addEventListener('change', draw);
    return () => {
      scheme.removeEventListener('change', draw);
      resize.disconnect();
      chart.dispose();
    };
  }, [option]);
  return (
    <figure className="m-0">
      <div ref={box} role="img" aria-label={label} style={{ height }} className={onPick && 'cursor-pointer'} />
      {children}
      <figcaption className="flex flex-wrap items-start gap-x-3 text-note text-slate">
        <details className="flex-1">
          <summary className="min-h-6 cursor-pointer leading-6">The figures as a table</summary>
          {table}
        </details>
        <PictureButtons svg={() => box.current!.querySelector('svg')!} fileName={fileName} />
      </figcaption>
    </figure>
  );
}
