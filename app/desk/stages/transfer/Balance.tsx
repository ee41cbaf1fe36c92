'use client';
import { type ReactNode, useEffect, useState } from 'react';
import type { Against, BalanceAnswer } from '../../../../workers/balancing.ts';
import { Choice } from '../../book/Choice.tsx';
import { FaultNote } from '../../book/FaultNote.tsx';
import { Page, Row } from '../../book/Page.tsx';
import { useDesk, useSession } from '../../useDesk.ts';

type Answer = BalanceAnswer;

/** The numbers of the findings that have a place. */
const marksOf = (found: Extract<Answer, { ok: true }>['found']) =>
  found.flatMap((f, i) => (f.at ? [{ n: i + 1, at: f.at }] : []));

/** Views that were drawn elsewhere, held against the part like the two sides of a book. */
export const Balance = ({ books }: { books: ReactNode }) => {
  const { engine, view } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const [file, setFile] = useState<{ readonly name: string; readonly text: string }>();
  const [against, setAgainst] = useState<Against>('part');
  const [answer, setAnswer] = useState<Answer>();
  const name = file?.name;
  const hold = async (held: NonNullable<typeof file>, to: Against): Promise<void> => {
    setAnswer(undefined);
    const came = await engine.balance(drawing, held.name, held.text, to);
    setAnswer(came);
    view.layOver(
      came.ok && came.laid ? { path: came.laid, marks: marksOf(came.found), lit: undefined } : undefined,
    );
  };
  useEffect(() => () => view.layOver(undefined), [view]);
  const light = (n: number | undefined): void => {
    const { laid } = view.state.getState();
    if (laid) view.layOver({ ...laid, lit: n });
  };
  const open = async (picked: File): Promise<void> => {
    const held = { name: picked.name, text: await picked.text() };
    setFile(held);
    await hold(held, against);
  };
  return (
    <Page
      title="Balance"
      note="Every feature is posted twice; the books agree, any mismatch is listed."
      books={books}
    >
      <div className="border-b border-rule px-5 py-3 text-[13.5px] leading-[19px]">
        <p>
          The drawing's own views balance: they are worked out from one part. Views drawn elsewhere are held
          against them line by line.
        </p>
        <label className="mt-2 inline-block cursor-pointer rounded-md bg-deep px-3 py-1.5 text-[13px] font-semibold text-white focus-within:outline-2 hover:bg-house">
          Open an SVG or DXF
          <input
            type="file"
            aria-label="SVG or DXF with views"
            accept=".svg,.dxf"
            className="sr-only"
            onChange={(e) => {
              const picked = e.target.files?.[0];
              e.target.value = '';
              if (picked) void open(picked);
            }}
          />
        </label>
        <p className="mt-2 text-[12.5px] text-second">
          Files saved here are read as they are. In others, groups or layers are named front, top, left …;
          hidden lines stand on “front hidden” and so on, or are dashed.
        </p>
      </div>
      <Row label="Compare with">
        <Choice
          name="Compare with"
          value={against}
          options={[
            { value: 'part', label: 'The part' },
            { value: 'one another', label: 'Each other' },
          ]}
          onChange={(to) => {
            setAgainst(to);
            if (file) void hold(file, to);
          }}
        />
      </Row>
      <div aria-live="polite" data-testid="balance">
        {name && !answer && <p className="px-5 py-2 text-second">{name} is being read …</p>}
        {answer && !answer.ok && (
          <div className="px-5 py-2">
            <FaultNote texts={answer.faults} />
          </div>
        )}
        {answer?.ok && !answer.found.length && (
          <p className="px-5 py-3 text-[14px]">
            <b className="text-well">{against === 'part' ? 'The books balance.' : 'Nothing stands alone.'}</b>{' '}
            {answer.right}
          </p>
        )}
        {answer?.ok && answer.found.length > 0 && (
          <>
            <p className="border-b border-rule-strong px-5 py-2 text-[13.5px]">
              <b className="text-fault">
                {answer.found.length === 1 ? 'One difference' : `${answer.found.length} differences`}
              </b>{' '}
              in {name}, the likeliest cause first.
            </p>
            <ol className="text-[13.5px] leading-[19px]">
              {answer.found.map((f, i) => (
                <li
                  // biome-ignore lint/suspicious/noArrayIndexKey: findings are known by their order
                  key={i}
                  className="flex gap-3 border-b border-rule px-5 py-1.5 hover:bg-lit"
                  onMouseEnter={() => light(i + 1)}
                  onMouseLeave={() => light(undefined)}
                >
                  <span className="figures w-5 shrink-0 text-right text-fault">{i + 1}</span>
                  <span className="w-12 shrink-0 font-semibold text-deep">{f.view}</span>
                  <span>{f.sentence}</span>
                </li>
              ))}
            </ol>
          </>
        )}
        {answer?.ok && answer.open.length > 0 && (
          <p className="px-5 py-2 text-[12.5px] leading-[17px] text-second">
            Not checked: {answer.open.join(' ')}
          </p>
        )}
      </div>
    </Page>
  );
};
