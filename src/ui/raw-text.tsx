/** A record's raw text, exactly as retrieved, in a box that scrolls. */
export function RawText({ text, label }: { text: string; label: string }) {
  return (
    <section
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard
      tabIndex={0}
      aria-label={label}
      className="mt-1 max-h-64 overflow-auto rounded-[4px] bg-paper p-2"
    >
      <pre className="whitespace-pre-wrap font-mono text-note">{text}</pre>
    </section>
  );
}
