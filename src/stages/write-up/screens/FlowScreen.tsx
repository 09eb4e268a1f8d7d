'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { call } from '@/client/call';
import { boxesOf, drawFlow, FLOW_BOXES, type Flow, type FlowBox, type FlowWords, flowNotes, flowRows, interimWords } from '@/core/flow';
import { Button } from '@/ui/button';
import { TextField } from '@/ui/field';
import { refreshPage } from '@/ui/refresh-page';
import { count } from '@/ui/words';
import { WriteUpNav } from './WriteUpNav';

const link = 'inline-flex min-h-8 items-center rounded-[4px] border border-ink bg-surface px-3 py-1 font-medium hover:bg-picked';
const isOther = (box: FlowBox): boolean => box.startsWith('other');

/** As wide as the page, however many arms it has. */
const FRAME = 'mt-2 overflow-x-auto rounded-[6px] border border-rule bg-white p-2 [&_svg]:h-auto [&_svg]:max-w-full';

/** The flow of sources as a picture, with its words to be edited and its counts as a table. */
export function FlowScreen({
  reviewId,
  flow,
  error,
  words: given,
}: {
  reviewId: string;
  flow: Flow | null;
  error: string;
  words: FlowWords;
}) {
  const [words, setWords] = useState(given);
  const [editing, setEditing] = useState(false);
  const router = useRouter();
  const changed = JSON.stringify(words) !== JSON.stringify(given);
  if (!flow)
    return (
      <main className="px-5 py-3">
        <WriteUpNav reviewId={reviewId} current="/flow" />
        <p role="alert" className="mt-4 max-w-[70ch] border-2 border-copper px-3 py-2 text-copper">
          {error} There is no picture of counts that do not add up.
        </p>
      </main>
    );
  const svg = drawFlow(flow, words);
  async function save() {
    const answer = await call(reviewId, 'save-write-up', { flowWords: words });
    if (!answer.ok) return void toast.error(answer.message);
    toast('The wording is saved.');
    refreshPage(router);
  }
  return (
    <main className="px-5 py-3">
      <WriteUpNav reviewId={reviewId} current="/flow" />
      <div className="mt-3 flex items-baseline gap-3">
        <h1 className="whitespace-nowrap text-title">Flow of sources</h1>
        {flow.interim && <span className="text-copper">{interimWords(flow)}</span>}
        <span className="ml-auto flex gap-2">
          <Button aria-pressed={editing} onClick={() => setEditing(!editing)}>
            <span className="whitespace-nowrap">{editing ? 'Close the wording' : 'Edit the wording'}</span>
          </Button>
          <a className={link} href={`/api/reviews/${reviewId}/write-up/flow.svg`} download>
            SVG
          </a>
          <Button onClick={() => void savePng(svg, 'flow.png')}>PNG</Button>
          <a className={link} href={`/api/reviews/${reviewId}/write-up/flow.json`} download>
            Data
          </a>
          <a className={link} href={`/api/reviews/${reviewId}/write-up/flow.csv`} download>
            CSV
          </a>
        </span>
      </div>
      <div className={editing ? 'grid gap-6 lg:grid-cols-[1fr_320px]' : ''}>
        {/* biome-ignore lint/security/noDangerouslySetInnerHtml: our own drawing, its texts escaped where it is made */}
        <div className={FRAME} dangerouslySetInnerHTML={{ __html: svg }} />
        {editing && (
          <form
            className="mt-2 flex flex-col gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void save();
            }}
          >
            {(Object.keys(FLOW_BOXES) as FlowBox[])
              .filter((box) => flow.other || !isOther(box))
              .map((box) => (
                <TextField
                  key={box}
                  label={isOther(box) ? `${FLOW_BOXES[box]}, beside the databases` : FLOW_BOXES[box]}
                  placeholder={FLOW_BOXES[box]}
                  maxLength={120}
                  value={words[box] ?? ''}
                  onChange={(e) => setWords((old) => ({ ...old, [box]: e.target.value }))}
                />
              ))}
            <div>
              <Button type="submit" look="solid" disabled={!changed}>
                Save the wording
              </Button>
            </div>
          </form>
        )}
      </div>
      <details className="mt-3">
        <summary className="cursor-pointer">The same as a table</summary>
        <table className="mt-1 border-collapse text-small">
          <tbody>
            {flowRows(flow, words)
              .flatMap(boxesOf)
              .flatMap((box) =>
                box.lines.map((l, i) => (
                  <tr key={`${box.id}${l.text}`} className="border-rule border-b">
                    <th
                      scope="row"
                      className={`py-0.5 pr-8 text-left ${i === 0 ? 'font-semibold' : l.part ? 'pl-6 font-normal text-slate' : 'pl-3 font-normal'}`}
                    >
                      {l.text}
                    </th>
                    <td className="text-right">{l.n === null ? '' : count(l.n)}</td>
                  </tr>
                )),
              )}
          </tbody>
        </table>
        {flowNotes(flow).map((note) => (
          <p key={note} className="mt-1 max-w-[90ch] text-small">
            {note}
          </p>
        ))}
      </details>
      <p className="mt-2 max-w-[90ch] text-small text-slate">
        The boxes are those of the PRISMA 2020 statement for databases and registers{flow.other ? ' and other methods' : ''}. A report is a
        work, a study is a family of works. Works that were set aside as background leave the flow before screening.
      </p>
    </main>
  );
}

/** Draws the picture at twice its size and saves it. */
async function savePng(svg: string, name: string) {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  canvas.width = image.width * 2;
  canvas.height = image.height * 2;
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  const address = canvas.toDataURL('image/png');
  Object.assign(document.createElement('a'), { href: address, download: name }).click();
}
