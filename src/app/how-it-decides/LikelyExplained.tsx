import { AXIS_LABELS } from '@/core/classify';
import { FEWEST_LETTERS, FIGURES, LIKELY_AXES, OWN_PROOFS, type SetFigures, VECTORS_SOURCE } from '@/core/likely';

const LOTS: Readonly<Record<string, string>> = {
  fields: 'records of many fields',
  told: 'texts that tell what was done without naming it',
  longer: 'longer texts of that kind, with what surrounds the telling',
  reference: 'records as databases export them, labelled by two readers',
};
const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;

/** How likely sets come about and how often they were right, for whoever has to answer for them. */
export function LikelyExplained() {
  return (
    <section id="likely" aria-label="What is likely by the text" className="mt-6 scroll-mt-14 border-ink border-t-2 pt-3">
      <h2 className="text-head">What is likely by the text</h2>
      <div className="max-w-[100ch] space-y-2">
        <p>
          Rules say what a text says in words that somebody foresaw. Where they leave several values of source type, publication type or
          design, a model weighs the words, pairs of words and ways of telling in title and abstract, and how the record is filled in: a
          regularised logistic regression, fitted once to labelled records, the same for every review. Nothing leaves this machine. An
          abstract of fewer than {FEWEST_LETTERS} letters tells too little: then the rules stand.
        </p>
        <p>
          What it gives is not a value but a set, by split conformal prediction (Vovk, Gammerman and Shafer 2005; for rare values together
          with values like them, Ding and others 2023). A value is left out of the set only if a work that truly has it would seldom look as
          strange to the model: at 95 %, less than once in 20. How strange true values look is known from works whose value is known, seen
          by models that had not learnt from them or from anything of the same hands.
        </p>
        <p>
          The set never holds a value that the claims exclude, changes nothing that is settled, and settles nothing. It counts only at a
          limiter whose evidence a person set to “and likely”; counts, grounds, methods and tables name it where it decided. Peer review and
          evidence level follow from narrower sets as from any others.
        </p>
        <p>
          In a review, works that people settle are proof in place of ours, more with each, and alone from {OWN_PROOFS} on: works that they
          ruled on, and works of which a decision or a spot check leaves just one value. Who keeps a work says that it has a value that the
          limiters let in; who excludes it for the reason of a limiter says that it has another. Each is asked of the set that was given
          before it was settled. Where fewer lie inside than is stated, by more than chance (so many misses would be seen in less than 2.5 %
          of reviews otherwise), the axis is switched off in this review, and that is said.
        </p>
      </div>
      <div className="relative mt-3 overflow-x-auto">
        <table className="w-full min-w-[860px] text-left text-small">
          <caption className="mb-1 text-left text-slate">
            Works of which the rules leave several values: how many true values lie in a set stated to hold 95 %, and how large it is. Each
            lot by a model and proofs of the other lots; the last line of an axis by a model that learnt from the rest of all lots.
          </caption>
          <thead>
            <tr className="text-slate">
              {['Axis', 'Lot', 'Works', 'Inside the set', 'One value', 'Two at most', 'Three at most', 'Values by the rules', 'Likely'].map(
                (h) => (
                  <th key={h} scope="col" className="py-1 pr-4 font-medium">
                    {h}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {LIKELY_AXES.flatMap((axis) => [
              ...FIGURES[axis].outside.map((lot) => (
                <Line key={axis + lot.lot} axis={AXIS_LABELS[axis]} lot={LOTS[lot.lot] ?? lot.lot} figures={lot} />
              )),
              <Line key={axis} axis={AXIS_LABELS[axis]} lot="all, learnt from the rest" figures={FIGURES[axis].inside} />,
            ])}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-small text-slate">Word vectors: {VECTORS_SOURCE}.</p>
    </section>
  );
}

function Line({ axis, lot, figures: f }: { axis: string; lot: string; figures: SetFigures }) {
  const cells = [f.works, `${f.covered} (${percent(f.low)} to ${percent(f.high)})`, f.atMost1, f.atMost2, f.atMost3, f.before, f.after];
  return (
    <tr className="border-rule border-t">
      <th scope="row" className="py-1 pr-4 text-left font-medium">
        {axis}
      </th>
      <td className="py-1 pr-4">{lot}</td>
      {cells.map((cell, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the columns never change places
        <td key={i} className="py-1 pr-4">
          {cell}
        </td>
      ))}
    </tr>
  );
}
