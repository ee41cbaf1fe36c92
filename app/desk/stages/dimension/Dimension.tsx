'use client';
import { Fragment, useEffect, useEffectEvent, useState } from 'react';
import type { Bases } from '../../../../core/dimension/bases.ts';
import type { KeptDimension, Tied } from '../../../../core/dimension/kept.ts';
import type { Scheme } from '../../../../core/dimension/propose.ts';
import { AXIS_LETTERS } from '../../../../core/geometry/rigid.ts';
import { pairOf } from '../../../../core/reading/pickedPair.ts';
import { dimensionsCsv } from '../../../../formats/dimensionsCsv.ts';
import type { PickedOnSheet } from '../../../../workers/dimensionPicture.ts';
import { Choice } from '../../book/Choice.tsx';
import { Findings } from '../../book/Findings.tsx';
import { Page, Row } from '../../book/Page.tsx';
import { saveFile } from '../../book/saveFile.ts';
import { useDesk, useEdit, useSession, useView } from '../../useDesk.ts';
import { AccountPicture } from './AccountPicture.tsx';
import { action, BadlyPlaced, MarkedSet, Missing, Rings, Standing } from './AuditLists.tsx';
import { DimensionInHand } from './DimensionInHand.tsx';
import { DimensionList } from './DimensionList.tsx';
import { DimensionRules } from './DimensionRules.tsx';
import { LeaderNotes, NewLeader } from './LeaderNotes.tsx';
import { useDimensionBook } from './useDimensionBook.ts';

const SCHEMES: readonly { readonly value: Scheme; readonly label: string }[] = [
  { value: 'base', label: 'a base' },
  { value: 'chain', label: 'one another' },
  { value: 'symmetry', label: 'axes' },
];
/** An end of a dimension that is being made. */
type Ended = { readonly key: string; readonly words: string };
const NONE: readonly KeptDimension[] = [];

/** Stage 6: the dimensions on the sheet and their books. */
export const Dimension = () => {
  const { session, engine, view } = useDesk();
  const edit = useEdit();
  const book = useDimensionBook();
  const kept = useSession((s) => s.drawing.dimensions?.list) ?? NONE;
  const scheme = useSession((s) => s.drawing.dimensions?.scheme) ?? 'base';
  const isStated = useSession((s) => s.drawing.part.bodies.length > 0);
  const inHand = useView((s) => s.dimension);
  const [from, setFrom] = useState<{
    readonly key: string;
    readonly axis: 0 | 1 | 2;
    readonly words: string;
  }>();
  /** the line or round that was taken on the sheet first */
  const [first, setFirst] = useState<PickedOnSheet>();
  const picked = useView((s) => s.picked);
  const propose = async (by: Scheme, rest: boolean, counted?: Bases, words?: string): Promise<void> => {
    const { drawing } = session.state.getState();
    const asked = counted
      ? { ...drawing, dimensions: { scheme: by, list: [], ...drawing.dimensions, bases: counted } }
      : drawing;
    const proposed = await engine.propose(asked, by, rest);
    if (!proposed) return;
    const { list, distances } = proposed;
    const label = rest
      ? 'What was missing dimensioned'
      : words !== undefined
        ? `Dimensioned, ${words}`
        : `Dimensioned, counted from ${SCHEMES.find((s) => s.value === by)?.label}`;
    void edit({ type: 'setDimensions', list, scheme: by, bases: counted, distances, label });
  };
  const countFrom = (axis: 0 | 1 | 2, key: string, words: string): void => {
    const { dimensions } = session.state.getState().drawing;
    const next = { ...dimensions?.bases, [AXIS_LETTERS[axis]]: key };
    const label = `${'WDH'[axis]} counted from ${words}`;
    if (dimensions?.list.length) void propose(scheme, false, next, label);
    else void edit({ type: 'setDimensions', list: [], scheme, bases: next, label });
  };
  const add = (tied: Tied, words: string): void => void edit({ type: 'addDimension', tied, words });
  const tie = (axis: 0 | 1 | 2, a: Ended, b: Ended): void => {
    const tied: Tied = { kind: 'linear', axis, from: a.key, to: b.key };
    const between = `from ${a.words} to ${b.words}`;
    if (pairs === 'make') add(tied, `the distance ${between}`);
    else
      void engine
        .worst(session.state.getState().drawing, tied)
        .then((answer) => answer && setChain({ between, answer }));
  };
  const letGo = (): void => {
    setFirst(undefined);
    view.pick(undefined);
  };
  /** A line or round taken on the sheet: the first is kept, with the second one it is dimensioned. */
  const take = useEffectEvent((now: PickedOnSheet | undefined): void => {
    if (!now || now === first) return;
    if (from) {
      const own = now.stations.find((s) => s.axis === from.axis);
      if (own && own.key !== from.key) {
        setFrom(undefined);
        tie(from.axis, from, own);
        letGo();
        return;
      }
    }
    const pair = first && pairOf(first.stations, now.stations);
    if (!pair) {
      setFirst(now);
      return;
    }
    tie(pair[0].axis, pair[0], pair[1]);
    letGo();
  });
  useEffect(() => take(picked), [picked]);
  // what is lit on the sheet goes with the page
  useEffect(() => () => view.pick(undefined), [view]);
  const point = (axis: 0 | 1 | 2, key: string, words: string): void => {
    const own = first?.stations.find((s) => s.axis === axis);
    if (own && own.key !== key) {
      tie(axis, own, { key, words });
      letGo();
    } else if (!from || from.axis !== axis) setFrom({ key, axis, words });
    else {
      setFrom(undefined);
      if (from.key !== key) tie(axis, from, { key, words });
    }
  };
  const isAsked = useSession((s) => s.drawing.setup.rules.dimensionsTold) === 'asked';
  /** the set that was marked last: a change of it is marked anew when one asks */
  const [marked, setMarked] = useState<readonly KeptDimension[]>();
  const isTold = !isAsked || marked === kept;
  const [pairs, setPairs] = useState<'make' | 'ask'>('make');
  const [chain, setChain] = useState<{ readonly between: string; readonly answer: string }>();
  const held = book?.rows.find((r) => r.id === inHand);
  const own = kept.find((k) => k.id === inHand);
  if (!isStated)
    return (
      <Page title="Dimensions" note="The sizes on the sheet, each given once.">
        <p className="px-5 py-3 text-[13.5px] text-second">
          State a part first; its sizes are dimensioned here.
        </p>
      </Page>
    );
  return (
    <Page
      title="Dimensions"
      note={<Standing book={book} count={kept.length} isTold={isTold} />}
      foot={held && own && <DimensionInHand key={held.id} row={held} kept={own} />}
    >
      <Row label="Count from">
        <Choice
          name="Count from"
          value={scheme}
          options={SCHEMES}
          onChange={(by) =>
            kept.length
              ? void propose(by, false)
              : void edit({ type: 'setDimensions', list: [], scheme: by, label: `Counted from ${by}` })
          }
        />
      </Row>
      {!kept.length && (
        <div className="border-b border-rule px-5 py-3">
          <button
            type="button"
            className="rounded-md bg-deep px-3 py-1.5 font-semibold text-white hover:bg-house"
            onClick={() => void propose(scheme, false)}
          >
            Dimension the sheet
          </button>
          <p className="mt-1.5 text-[13px] leading-[18px] text-second">
            Every size once, each in the view where it shows best. Or click two lines on the sheet, or two
            stations below, to place one yourself, and see what is still missing.
          </p>
        </div>
      )}
      <Findings about={['setup']} />
      {kept.length > 0 && (
        <Row label="Two stations">
          <Choice
            name="Two stations clicked"
            value={pairs}
            options={[
              { value: 'make', label: 'dimension' },
              { value: 'ask', label: 'worst case' },
            ]}
            onChange={(to) => {
              setPairs(to);
              setChain(undefined);
            }}
          />
        </Row>
      )}
      {chain && (
        <p role="status" className="border-b border-rule bg-lit px-5 py-1.5 text-[13px] leading-[18px]">
          The distance {chain.between}: {chain.answer}{' '}
          <button
            type="button"
            className="font-semibold text-house hover:underline"
            onClick={() => setChain(undefined)}
          >
            Close
          </button>
        </p>
      )}
      {first && (
        <p role="status" className="border-b border-rule bg-lit px-5 py-1.5 text-[13px] leading-[18px]">
          {first.stations.length
            ? `From ${first.stations[0]?.words} to …: click another line or round on the sheet, or a station below.`
            : 'This line runs aslant or is a curve: take one of its ends by another line, or a station below.'}{' '}
          {[...(first.round ? [first.round] : []), ...first.arc].map((own) => (
            <Fragment key={own.text}>
              <button
                type="button"
                className={action}
                title={own.words}
                onClick={() => {
                  add(own.tied, own.words);
                  letGo();
                }}
              >
                Dimension {own.text}
              </button>{' '}
            </Fragment>
          ))}
          <button type="button" className="font-semibold text-house hover:underline" onClick={letGo}>
            Leave it
          </button>
          {first.face && (
            <NewLeader
              key={`${first.view} ${first.face}`}
              face={first.face}
              view={first.view}
              onDone={letGo}
            />
          )}
        </p>
      )}
      <LeaderNotes />
      {from && (
        <p role="status" className="border-b border-rule bg-lit px-5 py-1.5 text-[13px]">
          From {from.words} to …: click another station of the same account.{' '}
          <button
            type="button"
            className="font-semibold text-house hover:underline"
            onClick={() => setFrom(undefined)}
          >
            Leave it
          </button>
        </p>
      )}
      {book && (
        <>
          {book.accounts.map((a) => (
            <AccountPicture
              key={a.axis}
              account={a}
              inHand={inHand}
              onTake={(id) => view.takeDimension(inHand === id ? undefined : id)}
              from={from?.axis === a.axis ? from.key : undefined}
              onStation={(key, words) => point(a.axis, key, words)}
              // on an assembly most stations are given on the drawings of its parts
              isTold={isTold && book.sizesOf !== 'assembly'}
              onBase={scheme === 'chain' ? undefined : (key, words) => countFrom(a.axis, key, words)}
            />
          ))}
          {isAsked && !isTold && (
            <p className="border-b border-rule px-5 py-2">
              <button type="button" className={action} onClick={() => setMarked(kept)}>
                Mark my dimensions
              </button>
            </p>
          )}
          {isAsked && isTold && <MarkedSet book={book} />}
          {isTold && <BadlyPlaced book={book} />}
          {isTold && kept.length > 0 && <Rings book={book} />}
          {isTold && (kept.length > 0 || isAsked) && book.missing.length > 0 && (
            <>
              <Missing book={book} onAdd={add} />
              {book.missing.length > 1 && (
                <p className="border-b border-rule px-5 py-1.5 text-right text-[13px]">
                  <button type="button" className={action} onClick={() => void propose(scheme, true)}>
                    Add all {book.missing.length}
                  </button>
                </p>
              )}
            </>
          )}
          <DimensionList book={book} inHand={inHand} />
          {book.relations.length > 0 && (
            <section
              className="px-5 py-2 text-[13px] leading-[18px] text-second"
              aria-label="Shown without a figure"
            >
              <h2 className="font-semibold">Shown by the drawing, without a figure</h2>
              <ul>
                {book.relations.map((r) => (
                  <li key={r}>{r}</li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
      <DimensionRules scheme={scheme} count={kept.length} />
      {kept.length > 0 && (
        <p className="flex justify-between px-5 py-2 text-[13px]">
          <button
            type="button"
            disabled={!book}
            className="font-semibold text-house hover:underline disabled:opacity-40"
            onClick={() => {
              const { number, title, part } = session.state.getState().drawing;
              if (book)
                saveFile(
                  dimensionsCsv(book.rows, part.units),
                  'text/csv',
                  `${number || title || 'part'} dimensions.csv`,
                );
            }}
          >
            Save as CSV
          </button>
          <button
            type="button"
            className="font-semibold text-house hover:underline"
            onClick={() =>
              void edit({ type: 'setDimensions', list: [], scheme, label: 'All dimensions taken out' })
            }
          >
            Take all out
          </button>
        </p>
      )}
    </Page>
  );
};
