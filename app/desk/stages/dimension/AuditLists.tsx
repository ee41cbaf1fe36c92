'use client';
import type { Tied } from '../../../../core/dimension/kept.ts';
import type { DimensionBook } from '../../../../core/drawing/dimensionBook.ts';
import { listed } from '../../../../core/naming/listed.ts';
import { betterWords } from '../../../../core/sheet/dimensions/betterWords.ts';
import { useEdit } from '../../useDesk.ts';

/** How a press beside a remark looks. */
export const action =
  'shrink-0 rounded border border-rule-strong bg-white px-2 py-0.5 font-semibold text-deep hover:bg-hover';

/** "11 sizes on the sheet. One is still missing." */
export const Standing = ({
  book,
  count,
  isTold,
}: {
  book: DimensionBook | undefined;
  count: number;
  isTold: boolean;
}) => {
  if (!book) return <>The sizes are being counted …</>;
  if (!isTold)
    return (
      <>
        {count === 1 ? '1 size' : `${count} sizes`} on the sheet. What is missing or given twice is told when
        you ask.
      </>
    );
  const { missing, rings } = book;
  const words = [
    ...book.unchecked.map((f) => `Not counted: the outline of ${f}, which holds arcs between its points.`),
    ...(missing.length ? [`${missing.length} ${missing.length === 1 ? 'is' : 'are'} still missing.`] : []),
    ...(rings.length ? [`${rings.length} too many.`] : []),
  ];
  return (
    <>
      {count === 1 ? '1 size' : `${count} sizes`} on the sheet.{' '}
      {words.length ? (
        <span className="font-semibold text-caution">{words.join(' ')}</span>
      ) : book.sizesOf === 'named' ? (
        'Each named size is given once. The others are left out by rule.'
      ) : book.sizesOf === 'assembly' ? (
        'Each size that matters on an assembly is given. The others stand on the drawings of its parts.'
      ) : (
        'Each is given once, and none is missing.'
      )}
    </>
  );
};

/** A remark of the audit: its mark, what it says, and the press that mends it. */
const AuditLine = ({
  mark,
  words,
  press,
  onPress,
}: {
  mark: string;
  words: string;
  press: string;
  onPress: () => void;
}) => (
  <li className="flex items-center justify-between gap-3 border-b border-rule px-5 py-1.5 text-[13px] leading-[18px]">
    <span className="flex gap-2">
      <span aria-hidden className={`shrink-0 ${mark}`} />
      <span>{words}</span>
    </span>
    <button type="button" className={action} onClick={onPress}>
      {press}
    </button>
  </li>
);

/** What nothing gives, each with the press that gives it. */
export const Missing = ({
  book,
  onAdd,
}: {
  book: DimensionBook;
  onAdd: (tied: Tied, words: string) => void;
}) => (
  <ul aria-label="Missing sizes">
    {book.missing.map((m) => (
      <AuditLine
        key={JSON.stringify(m.offer)}
        mark="mt-1.5 size-[8px] rotate-45 bg-warning"
        words={`Nothing gives ${m.words}.`}
        press={`Add ${m.value}`}
        onPress={() => onAdd(m.offer, m.words)}
      />
    ))}
  </ul>
);

/** Rings of dimensions that close: one of each follows from the others. */
export const Rings = ({ book }: { book: DimensionBook }) => {
  const edit = useEdit();
  const textOf = (id: string): string => book.rows.find((r) => r.id === id)?.text ?? id;
  return (
    <ul aria-label="Sizes given twice">
      {book.rings.map((ring) => {
        const last = ring.at(-1) as string;
        return (
          <AuditLine
            key={ring.join()}
            mark="mt-1 size-[9px] rounded-full border-2 border-warning"
            words={`${listed(ring.map(textOf))} close a ring: each follows from the others.`}
            press={`(${textOf(last)})`}
            onPress={() =>
              void edit({
                type: 'changeDimension',
                id: last,
                change: { reference: true },
                label: `${textOf(last)}: for reference`,
              })
            }
          />
        );
      })}
    </ul>
  );
};

/** Dimensions that stand in a view where they are hard to read, each with the press that moves it. */
export const BadlyPlaced = ({ book }: { book: DimensionBook }) => {
  const edit = useEdit();
  const rows = book.rows.flatMap((r) => (r.better ? [{ ...r, better: r.better }] : []));
  if (!rows.length) return null;
  return (
    <ul aria-label="Badly placed sizes">
      {rows.map((r) => (
        <AuditLine
          key={r.id}
          mark="mt-1.5 size-[8px] bg-warning"
          words={betterWords(r.text, r.view, r.better)}
          press="Move it"
          onPress={() =>
            void edit({
              type: 'changeDimension',
              id: r.id,
              change: { view: r.better.view, side: null, out: null },
              label: `${r.text}: in the ${r.better.view} view`,
            })
          }
        />
      ))}
    </ul>
  );
};

/** What came of a set of one's own, in one line: how many sizes are given, missing, given twice and badly placed. */
export const MarkedSet = ({ book }: { book: DimensionBook }) => {
  const given = book.rows.filter((r) => r.standing === 'on the sheet').length;
  const bad = book.rows.filter((r) => r.better).length;
  const isRight = book.isComplete && !book.rings.length && !bad;
  return (
    <p role="status" className="border-b border-rule bg-lit px-5 py-1.5 text-[13px] leading-[18px]">
      {isRight
        ? `All is right: ${given} given, none missing, none twice, each where it is read best.`
        : `${given} given, ${book.missing.length} missing, ${book.rings.length} given twice, ${bad} badly placed.`}
    </p>
  );
};
