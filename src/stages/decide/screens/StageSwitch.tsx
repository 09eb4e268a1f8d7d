import { STAGE_WORDS, STAGES, type Stage } from '@/core/flow';

/** The two stages, each an address of its own. */
export function StageSwitch({ stage }: { stage: Stage }) {
  return (
    <nav aria-label="Stage of deciding" className="flex overflow-hidden rounded-[4px] border border-edge text-small">
      {STAGES.map((s) => (
        <a
          key={s}
          href={s === 'title-abstract' ? '?' : `?stage=${s}`}
          aria-current={s === stage ? 'page' : undefined}
          className="px-3 leading-6 hover:bg-picked aria-[current]:bg-ink aria-[current]:text-on-ink"
        >
          {STAGE_WORDS[s][0]!.toUpperCase() + STAGE_WORDS[s].slice(1)}
        </a>
      ))}
    </nav>
  );
}
