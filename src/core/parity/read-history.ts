import { type ActiveLimiter, limiterNames, readNarrowing, type SearchStep } from './steps';

export interface ReadHistory {
  steps: SearchStep[];
  /** Lines that were not understood, with their place in what was pasted. */
  unread: { line: number; text: string }[];
}

const COUNT =
  /(?:^|[\s\t|(:=])(\d{1,3}(?:[,. '\u00a0\u202f]\d{3}){1,4}|\d{1,12})\)?\s{0,4}(?:results?|hits?|records?|citations?|documents?|items?)?\)?\s{0,4}$/i;
const OPENS = /^\s*\(?(?:#|S|L|Set\s?|Line\s?)?(\d{1,4})\s{0,4}(?:[.):|\t]|\s(?=\S))(.*)$/i;
const ACTIVE =
  /\b(?:(?:limiters?|limits|filters?)(?:\s(?:applied|set|active|used))?\s{0,4}[-–:=]|(?:refined?|narrow(?:ed)?)\sby\b)[\s:=–-]{0,4}(\S.*?)(?=(?:\s{2,}|\t|\||$))/i;
/** A last column that says when a line was run. */
const RUN_AT =
  /[\t|]\s{0,4}(?:\d{4}-\d{2}-\d{2}|\d{1,2}[./]\d{1,2}[./]\d{2,4}|\d{1,2}\s[a-z]{3,9}\.?\s\d{4}|\d{1,2}:\d{2}(?::\d{2})?)(?:[\sT]{1,4}\d{1,2}:\d{2}(?::\d{2})?)?[\s|]{0,4}$/i;
/** What stands over a history or below it: its headings, what it is, when and where it was printed. */
const AROUND =
  /^\W*(?:(?:#|no\.?|line|set|search|query|step)\b.*\b(?:results?|hits|count|query|search(?:es)?)\b|(?:search\s)?(?:history|strategy)\b|(?:date|day|saved|printed|exported|downloaded|searched|run|database|platform|interface|host|user|page)\b)/i;

/**
 * Reads a search history as platforms print it: a line a step with its number, the query or a combination of earlier
 * lines, and the count at its end; a query may run over several lines; the newest may stand first.
 */
export function readHistory(text: string): ReadHistory {
  const steps: SearchStep[] = [];
  const unread: ReadHistory['unread'] = [];
  let open: { number: number; text: string } | null = null;
  const close = () => {
    if (open) steps.push(stepOf(open.number, open.text));
    open = null;
  };
  text
    .replace(/\r\n?/g, '\n')
    .split('\n')
    .slice(0, 5000)
    .forEach((printed, i) => {
      if (printed.trim() === '') return;
      const line = printed.replace(RUN_AT, '');
      const starts = OPENS.exec(line);
      const number = starts ? Number(starts[1]) : 0;
      const expected = !open || Math.abs(number - open.number) === 1;
      if (starts && number > 0 && expected && (open === null || COUNT.test(open.text) || /^\s*(?:#|S\d|L\d|\(?\d+[.):|\t])/.test(line))) {
        close();
        open = { number, text: starts[2]!.trim() };
      } else if (open) open.text = `${open.text}\n${line.trim()}`;
      else if (!AROUND.test(line) || LABELLED.test(line)) unread.push({ line: i + 1, text: line.trim() });
    });
  close();
  if (steps.length === 0) return readUnnumbered(unread);
  return { steps: steps.sort((a, b) => a.number - b.number), unread };
}

/** "Query: tide mill*", "Filters applied: refereed", "Results: 341", each on a line of its own. */
const LABELLED =
  /^\s*(?:(query|search(?:\sterms?)?)|(limiters?|limits|filters?|refined by|narrowed by)(?:\sapplied)?|(results?|hits|count|found))\s*[:=]\s*(\S.*)$/i;

/** A history without numbers: each count ends a step, and limiters after one are set on the query as it stood. */
function readUnnumbered(lines: ReadHistory['unread']): ReadHistory {
  const steps: SearchStep[] = [];
  const unread: ReadHistory['unread'] = [];
  let now: Pick<SearchStep, 'done' | 'limiters'> | undefined;
  for (const line of lines) {
    const found = LABELLED.exec(line.text);
    const count = found?.[3] ? COUNT.exec(` ${found[4]}`) : null;
    if (found?.[1]) now = { done: found[4]!.trim(), limiters: [] };
    else if (found?.[2] && now) {
      const added = limiterNames(found[4]!).map((name) => ({ name, how: 'control' as const }));
      now = { ...now, limiters: [...now.limiters, ...added] };
    } else if (count && now)
      steps.push({
        number: steps.length + 1,
        done: now.done,
        limiters: now.limiters,
        count: Number(count[1]!.replace(/\D/g, '')),
        tabs: [],
        removed: [],
      });
    else if (!AROUND.test(line.text) || found) unread.push(line);
  }
  return { steps, unread };
}

function stepOf(number: number, text: string): SearchStep {
  const found = COUNT.exec(text);
  const count = found ? Number(found[1]!.replace(/\D/g, '')) : null;
  let done = (found ? text.slice(0, found.index) : text).replace(/[\s|(:=]+$/, '').trim();
  let limiters: ActiveLimiter[] = [];
  const active = ACTIVE.exec(done);
  if (active) {
    limiters = limiterNames(active[1]!).map((name) => ({ name, how: 'control' }));
    done = `${done.slice(0, active.index)}${done.slice(active.index + active[0].length)}`.replace(/[\s,;|–-]+$/, '').trim();
  }
  const narrowing = readNarrowing(done);
  if (narrowing) limiters = [...limiters, ...narrowing.by.map((name) => ({ name, how: 'control' as const }))];
  return { number, done, limiters, count: count !== null && Number.isSafeInteger(count) ? count : null, tabs: [], removed: [] };
}
