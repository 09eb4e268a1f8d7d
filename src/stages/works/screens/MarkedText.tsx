import { blocksOf } from '@/core/classify';
import type { Mark } from './marks';

interface MarkedTextProps {
  text: string;
  marks: readonly Mark[];
  show: boolean;
  /** Only this stretch of the text; all of it when not said. */
  from?: number;
  to?: number;
}

/** A text with words marked: solid copper for cues that count, dotted for those set aside, each naming its axis. */
export function MarkedText({ text, marks: all, show, from = 0, to = text.length }: MarkedTextProps) {
  const marks = show ? all.filter((m) => m.start >= from && m.end <= to) : [];
  const parts: React.ReactNode[] = [];
  let at = from;
  for (const mark of marks) {
    if (mark.start < at) continue;
    parts.push(text.slice(at, mark.start));
    const words = text.slice(mark.start, mark.end);
    parts.push(
      <mark
        key={mark.start}
        title={mark.title}
        className={
          mark.kind === 'used'
            ? 'border-copper border-b-2 bg-transparent text-ink'
            : mark.kind === 'aside'
              ? 'border-slate border-b-2 border-dotted bg-transparent text-ink'
              : mark.kind === 'likely'
                ? 'bg-transparent text-ink underline decoration-navy decoration-wavy decoration-1 underline-offset-4'
                : 'rounded-[2px] bg-picked text-ink'
        }
      >
        {words}
        {(mark.kind === 'used' || mark.kind === 'aside') && (
          <sup
            className={
              mark.kind === 'used' ? 'ml-0.5 font-sans font-semibold text-tiny text-copper' : 'ml-0.5 font-sans text-tiny text-slate'
            }
          >
            {mark.label}
          </sup>
        )}
        {(mark.kind === 'mention' || mark.kind === 'likely') && <span className="sr-only"> ({mark.label})</span>}
      </mark>,
    );
    at = mark.end;
  }
  parts.push(text.slice(at, to));
  return <>{parts}</>;
}

/** An abstract, a paragraph a labelled section, with its marks. */
export function MarkedAbstract({ text, marks, show, className }: MarkedTextProps & { className?: string }) {
  return blocksOf(text).map((block) => (
    <p key={block.from} className={className}>
      {block.label && (
        <b className="font-semibold">
          {block.label === block.label.toUpperCase() ? block.label[0] + block.label.slice(1).toLowerCase() : block.label}.{' '}
        </b>
      )}
      <MarkedText text={text} marks={marks} show={show} from={block.from} to={block.to} />
    </p>
  ));
}
