'use client';
import { Slider } from 'radix-ui';

/** A handle under a chart, as wide as its plot, with a stop beneath each bar. Arrow keys move it too. */
export function StepSlider({
  label,
  steps,
  value,
  onSlide,
  onSettle,
}: {
  label: string;
  steps: readonly string[];
  value: number;
  onSlide(index: number): void;
  onSettle(index: number): void;
}) {
  const half = 50 / steps.length;
  return (
    <div className="mb-2 pr-[12px] pl-[44px]">
      <div style={{ paddingLeft: `${half}%`, paddingRight: `${half}%` }}>
        <Slider.Root
          min={0}
          max={steps.length - 1}
          step={1}
          value={[value]}
          onValueChange={([v]) => onSlide(v!)}
          onValueCommit={([v]) => onSettle(v!)}
          className="relative flex h-6 touch-none items-center"
        >
          <Slider.Track className="relative h-[3px] flex-1 rounded-full bg-edge" />
          <Slider.Thumb
            aria-label={label}
            aria-valuetext={steps[value]}
            className="block size-6 cursor-grab rounded-full border-2 border-copper bg-surface"
          />
        </Slider.Root>
      </div>
    </div>
  );
}
