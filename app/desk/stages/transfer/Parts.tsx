'use client';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { taperAt } from '../../../../core/assembly/tapers.ts';
import { readFitPair } from '../../../../core/dimension/fits/toleranceClass.ts';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import { decimal, sizeText } from '../../../../core/number/format.ts';
import type {
  OfferedPlace,
  PartsBook,
  ShownClearance,
  ShownFit,
  ShownLength,
} from '../../../../workers/partsBook.ts';
import { Choice } from '../../book/Choice.tsx';
import { field, Page } from '../../book/Page.tsx';
import { useDesk, useEdit, useSession } from '../../useDesk.ts';

type AxisNumber = 0 | 1 | 2;
const AXES = [
  { value: '0', label: 'W' },
  { value: '1', label: 'D' },
  { value: '2', label: 'H' },
] as const;
/** The two ways along each axis. */
const WAYS = [
  ['To the right', 'To the left'],
  ['To the back', 'To the front'],
  ['Upwards', 'Downwards'],
] as const;

const Part = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title} className="border-b border-rule px-5 py-3 text-[13.5px] leading-[19px]">
    <h2 className="mb-1.5 font-semibold">{title}</h2>
    {children}
  </section>
);

/** What lies between the parts of an assembly: how far one can move, what a length comes to through several of them, how rounds fit, how wide tapers are. */
export const Parts = ({ books }: { books: ReactNode }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const ready = useSession((s) => s.picture !== undefined);
  const [book, setBook] = useState<PartsBook>();
  const [axis, setAxis] = useState<AxisNumber>(0);
  useEffect(() => {
    if (!ready) return;
    let isOld = false;
    void engine.partsBook(drawing).then((b) => {
      if (!isOld) setBook(b);
    });
    return () => {
      isOld = true;
    };
  }, [engine, drawing, ready]);
  return (
    <Page
      title="Parts"
      books={books}
      note={
        <span className="flex items-center justify-between">
          Between the parts, in {drawing.part.units}, along{' '}
          <Choice
            name="Along"
            value={AXES[axis].value}
            options={AXES}
            onChange={(v) => setAxis(Number(v) as AxisNumber)}
          />
        </span>
      }
    >
      {book && (
        <>
          <Clearances book={book} axis={axis} />
          <Lengths book={book} axis={axis} />
          <Fits fits={book.fits} />
          {book.tapers.length > 0 && <Tapers book={book} />}
        </>
      )}
    </Page>
  );
};

const PartChoice = ({
  name,
  bodies,
  value,
  onChange,
}: {
  name: string;
  bodies: readonly string[];
  value: string;
  onChange: (v: string) => void;
}) => (
  <select
    aria-label={name}
    className={`${field} min-w-0 flex-1`}
    value={value}
    onChange={(e) => onChange(e.target.value)}
  >
    {bodies.map((b) => (
      <option key={b}>{b}</option>
    ))}
  </select>
);

/** How far one part can move before it meets another, and what both reach over. */
const Clearances = ({ book, axis }: { book: PartsBook; axis: AxisNumber }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const [picked, setPicked] = useState<readonly [string | undefined, string | undefined]>([
    undefined,
    undefined,
  ]);
  const { bodies } = book;
  const own = bodies.find((b) => b === picked[0]) ?? (bodies[1] as string);
  const other = bodies.find((b) => b === picked[1] && b !== own) ?? (bodies.find((b) => b !== own) as string);
  const [found, setFound] = useState<{ readonly of: string; readonly is: ShownClearance | undefined }>();
  const asked = `${own} | ${other} | ${axis}`;
  useEffect(() => {
    let isOld = false;
    void engine.clearanceBetween(drawing, axis, own, other).then((is) => {
      if (!isOld) setFound({ of: asked, is });
    });
    return () => {
      isOld = true;
    };
  }, [engine, drawing, axis, own, other, asked]);
  const c = found?.of === asked ? found.is : undefined;
  const { units } = drawing.part;
  return (
    <Part title="From one part to another">
      <p className="mb-2 flex items-center gap-2">
        <PartChoice name="Part" bodies={bodies} value={own} onChange={(v) => setPicked([v, picked[1]])} />
        to
        <PartChoice
          name="Other part"
          bodies={bodies.filter((b) => b !== own)}
          value={other}
          onChange={(v) => setPicked([own, v])}
        />
      </p>
      <div aria-live="polite" data-testid="clearance">
        {c ? (
          <>
            {([c.ahead, c.behind] as const).map((way, i) => (
              <p key={WAYS[axis][i]}>{wayInWords(WAYS[axis][i] as string, way, own, other, units)}</p>
            ))}
            {c.shared && (
              <p className="text-fault">
                They share room, {decimal(c.shared.length, 3)} {units} deep about W{' '}
                {decimal(c.shared.at[0], 2)}, D {decimal(c.shared.at[1], 2)}, H {decimal(c.shared.at[2], 2)}:
                move one of them, or mend its size.
              </p>
            )}
            <p className="text-second">
              {c.over > 0
                ? `Both reach over the same ${sizeText(c.over, units, 6)} ${units}: so far one stands in the other, or beside it.`
                : 'Neither reaches over the other in this direction.'}
            </p>
          </>
        ) : (
          <p className="text-second">It is worked out …</p>
        )}
      </div>
    </Part>
  );
};

const wayInWords = (
  way: string,
  met: ShownClearance['ahead'],
  own: string,
  other: string,
  units: string,
): ReactNode => {
  if (!met) return `${way} nothing of ${other} is before ${own}.`;
  const faces = met.face && met.otherFace ? ` (${met.face} to ${met.otherFace})` : '';
  if (met.gap === 0) return `${way} ${own} touches ${other}${faces}.`;
  return (
    <>
      {way} {own} meets {other} after <b className="figures">{decimal(met.gap, 4)}</b> {units}
      {faces}.
    </>
  );
};

/** A choice of a place, by the parts that have some. */
const PlaceChoice = ({
  name,
  book,
  places,
  value,
  onChange,
}: {
  name: string;
  book: PartsBook;
  places: readonly OfferedPlace[];
  value: number;
  onChange: (i: number) => void;
}) => (
  <select
    aria-label={name}
    className={`${field} w-full`}
    value={value}
    onChange={(e) => onChange(Number(e.target.value))}
  >
    {book.bodies.map((body, i) => (
      <optgroup key={body} label={body}>
        {places.map((p, k) =>
          p.body === i ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: a place is known by its number in the list
            <option key={k} value={k}>
              {body}: {p.words}, at {decimal(p.at, 3)}
            </option>
          ) : null,
        )}
      </optgroup>
    ))}
  </select>
);

/** A length that no one stated, worked out from the sizes of the parts between its ends. */
const Lengths = ({ book, axis }: { book: PartsBook; axis: AxisNumber }) => {
  const { engine } = useDesk();
  const drawing = useSession((s) => s.drawing);
  const places = useMemo(() => book.places[axis] ?? [], [book, axis]);
  const [chosen, setEnds] = useState<{
    readonly axis: AxisNumber;
    readonly ends: readonly [number, number];
  }>();
  const ends = chosen?.axis === axis ? chosen.ends : undefined;
  const [found, setFound] = useState<{ readonly of: string; readonly is: ShownLength | undefined }>();
  const outermost = useMemo((): readonly [number, number] => {
    const at = places.map((p) => p.at);
    return [at.indexOf(Math.min(...at)), at.indexOf(Math.max(...at))];
  }, [places]);
  const [from, to] = (ends ?? outermost).map((i, k) => (places[i] ? i : (outermost[k] as number))) as [
    number,
    number,
  ];
  const asked = `${axis} ${from} ${to}`;
  useEffect(() => {
    const [a, b] = [places[from], places[to]];
    if (!a || !b) return;
    let isOld = false;
    void engine.lengthBetween(drawing, axis, a, b).then((is) => {
      if (!isOld) setFound({ of: asked, is });
    });
    return () => {
      isOld = true;
    };
  }, [engine, drawing, axis, places, from, to, asked]);
  const is = found?.of === asked ? found.is : undefined;
  if (!places.length) return null;
  return (
    <Part title="A length through the parts">
      <div className="flex flex-col gap-1.5">
        <PlaceChoice
          name="From"
          book={book}
          places={places}
          value={from}
          onChange={(i) => setEnds({ axis, ends: [i, to] })}
        />
        <PlaceChoice
          name="To"
          book={book}
          places={places}
          value={to}
          onChange={(i) => setEnds({ axis, ends: [from, i] })}
        />
      </div>
      <div aria-live="polite" data-testid="length through" className="mt-2">
        {is && (
          <>
            <p className="figures text-[15px]">
              <b>{is.length}</b>
              {is.working && is.working !== is.length && ` = ${is.working}`}
            </p>
            {is.working === undefined ? (
              <p className="text-second">
                Measured on the parts: of which stated sizes it is the sum could not be told.
              </p>
            ) : (
              <ul className="text-second">
                {is.sizes.map(({ size, of }, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: sizes of one figure may stand twice
                  <li key={i}>
                    <span className="figures">{size}</span> {of}
                  </li>
                ))}
              </ul>
            )}
          </>
        )}
      </div>
    </Part>
  );
};

/** Rounds in round holes, with the play between them, and their classes by ISO 286. */
const Fits = ({ fits }: { fits: readonly ShownFit[] }) => (
  <Part title="Rounds in holes">
    {fits.length === 0 && <p className="text-second">No round stands in a hole of another part.</p>}
    <ul className="flex flex-col gap-2">
      {fits.map((f) => (
        <Fit key={f.name} of={f} />
      ))}
    </ul>
  </Part>
);

const Fit = ({ of: f }: { of: ShownFit }) => {
  const units = useSession((s) => s.drawing.part.units);
  const edit = useEdit();
  const [typed, setTyped] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  const isNominal = Math.abs(f.play) < 1e-6 * f.hole.diameter;
  const enter = (): void => {
    const text = typed?.trim();
    if (text === undefined || text === (f.stated?.fit ?? '')) {
      setTyped(undefined);
      setTrouble(undefined);
      return;
    }
    if (text && !readFitPair(text)) {
      setTrouble(
        `"${text}" is no fit: type the class of the hole, a stroke and that of the shaft, as H7/g6.`,
      );
      return;
    }
    setTrouble(undefined);
    setTyped(undefined);
    void edit(({ drawing }) => {
      const { [f.name]: _, ...others } = drawing.setup.fits ?? {};
      const next = text ? { ...others, [f.name]: text } : others;
      return setUp(
        { fits: Object.keys(next).length ? next : undefined },
        text ? `${f.words}: fit ${text}` : `${f.words}: no fit`,
      );
    });
  };
  return (
    <li>
      <p>
        {f.words}: <span className="figures">⌀{sizeText(f.shaft.diameter, units, 6)}</span> in{' '}
        <span className="figures">⌀{sizeText(f.hole.diameter, units, 6)}</span>,{' '}
        {isNominal
          ? 'of one size'
          : f.play > 0
            ? `${sizeText(f.play, units, 6)} play`
            : `${sizeText(-f.play, units, 6)} too thick`}
        , over <span className="figures">{sizeText(f.over, units, 6)}</span>
      </p>
      {isNominal && (
        <p className="mt-0.5 flex flex-wrap items-center gap-2">
          <label className="flex items-center gap-1.5 text-second">
            Fit
            <input
              aria-label={`Fit of ${f.words}`}
              className={`${field} figures w-[84px]`}
              placeholder="H7/g6"
              value={typed ?? f.stated?.fit ?? ''}
              onChange={(e) => setTyped(e.target.value)}
              onBlur={enter}
              onKeyDown={(e) => e.key === 'Enter' && enter()}
            />
          </label>
          {f.stated && (
            <span>
              {f.stated.most === undefined || f.stated.least === undefined
                ? 'The standard gives no limits for it at this diameter.'
                : playInWords(f.stated.most, f.stated.least, units)}
            </span>
          )}
        </p>
      )}
      {trouble && (
        <p role="alert" className="text-fault">
          {trouble}
        </p>
      )}
    </li>
  );
};

/** The play of a fit at its limits: "greatest play 0.041, least 0.007". */
const playInWords = (most: number, least: number, units: 'mm' | 'in'): string => {
  const text = (x: number): string => decimal(Math.abs(x), units === 'in' ? 5 : 4);
  if (least >= 0) return `greatest play ${text(most)}, least ${text(least)}`;
  if (most <= 0) return `greatest interference ${text(least)}, least ${text(most)}`;
  return `from ${text(most)} play to ${text(least)} interference`;
};

/** How wide each taper is at a station, with the working. */
const Tapers = ({ book }: { book: PartsBook }) => {
  const units = useSession((s) => s.drawing.part.units);
  const [at, setAt] = useState<Readonly<Record<string, string>>>({});
  return (
    <Part title="Tapers">
      <ul className="flex flex-col gap-2">
        {book.tapers.map((t) => {
          const text = at[t.words] ?? '';
          const x = text.trim() === '' ? undefined : Number(text);
          const isOn = x !== undefined && Number.isFinite(x) && x >= 0 && x <= t.length;
          const sign = t.of === 'diameter' ? '⌀' : '';
          return (
            <li key={t.words}>
              <p>
                {t.words}: 1:{decimal(t.ratio, 4)}, {sign}
                <span className="figures">{decimal(t.large, 4)}</span> to {sign}
                <span className="figures">{decimal(t.small, 4)}</span> over{' '}
                <span className="figures">{decimal(t.length, 4)}</span> {units}
              </p>
              <p className="mt-0.5 flex flex-wrap items-center gap-2">
                <label className="flex items-center gap-1.5 text-second">
                  {t.of === 'diameter' ? 'Diameter' : 'Width'} at
                  <input
                    aria-label={`Station on ${t.words}`}
                    className={`${field} figures w-[70px]`}
                    value={text}
                    onChange={(e) => setAt({ ...at, [t.words]: e.target.value })}
                  />
                  from the large end
                </label>
                {isOn && (
                  <span className="figures">
                    = {decimal(t.large, 4)} - {decimal(x, 4)}/{decimal(t.ratio, 4)} ={' '}
                    <b>{decimal(taperAt(t, x), 4)}</b>
                  </span>
                )}
                {text.trim() !== '' && !isOn && (
                  <span className="text-fault">
                    Give a length from 0 to {decimal(t.length, 4)} {units}.
                  </span>
                )}
              </p>
            </li>
          );
        })}
      </ul>
    </Part>
  );
};
