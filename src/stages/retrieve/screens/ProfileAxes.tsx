import {
  type AxisProfile,
  CAPABILITIES,
  CAPABILITY_WORDS,
  type LimiterProfile,
  PROFILE_AXES,
  PROFILE_AXIS_LABELS,
  type ProfileAxis,
} from '@/core/parity';
import { Choice } from '@/ui/choice';

const BOX = 'w-full rounded-[4px] border border-edge bg-surface px-2 py-1 text-ink';
/** As high as what is in it. */
const TEXT = `${BOX} min-h-[30px] resize-none [field-sizing:content]`;

/** Axis by axis: has it a limiter, what does it look at, what does it drop, and how is it set there. */
export function ProfileAxes({ axes, onChange }: { axes: LimiterProfile['axes']; onChange(axes: LimiterProfile['axes']): void }) {
  const set = (axis: ProfileAxis, part: Partial<AxisProfile>) => onChange({ ...axes, [axis]: { ...axes[axis], ...part } });
  return (
    <table className="w-full table-fixed text-left text-small">
      <caption className="mb-1 text-left font-semibold font-serif text-lead">Limiters of the database itself</caption>
      <thead>
        <tr className="text-note text-slate">
          <th className="w-[112px] font-medium">By</th>
          <th className="w-[118px] font-medium">It has</th>
          <th className="w-[100px] font-medium">It looks at</th>
          <th className="w-[86px] font-medium">Drops records lacking the field</th>
          <th className="font-medium">How it is set there</th>
          <th className="font-medium">Known problems</th>
        </tr>
      </thead>
      <tbody>
        {PROFILE_AXES.map((axis) => {
          const a = axes[axis];
          const name = PROFILE_AXIS_LABELS[axis];
          return (
            <tr key={axis} className="border-rule border-t align-top *:py-1.5 *:pr-2">
              <th scope="row" className="pt-2.5 font-medium">
                {name}
              </th>
              <td>
                <Choice
                  aria-label={`${name}: limiter`}
                  title={CAPABILITY_WORDS[a.capability].meaning}
                  className={BOX}
                  value={a.capability}
                  onChange={(e) => set(axis, { capability: e.target.value as AxisProfile['capability'] })}
                >
                  {CAPABILITIES.map((c) => (
                    <option key={c} value={c}>
                      {CAPABILITY_WORDS[c].short}
                    </option>
                  ))}
                </Choice>
              </td>
              <td>
                <Choice
                  aria-label={`${name}: level`}
                  className={BOX}
                  value={a.level}
                  onChange={(e) => set(axis, { level: e.target.value as 'item' })}
                >
                  <option value="item">article</option>
                  <option value="venue">journal</option>
                </Choice>
              </td>
              <td className="pt-2.5">
                <input
                  type="checkbox"
                  aria-label={`${name}: drops records without the field`}
                  className="size-4 accent-(--navy)"
                  checked={a.dropsMissing}
                  onChange={(e) => set(axis, { dropsMissing: e.target.checked })}
                />
              </td>
              <td>
                <textarea
                  aria-label={`${name}: how it is set`}
                  rows={1}
                  maxLength={300}
                  className={TEXT}
                  value={a.control}
                  onChange={(e) => set(axis, { control: e.target.value })}
                />
              </td>
              <td>
                <textarea
                  aria-label={`${name}: quirk`}
                  rows={1}
                  maxLength={600}
                  className={TEXT}
                  value={a.quirk}
                  onChange={(e) => set(axis, { quirk: e.target.value })}
                />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
