'use client';
import type { AccountShown, StationShown } from '../../../../core/drawing/dimensionBook.ts';
import { ACCOUNT_INK } from '../../book/inks.ts';

const LETTERS = ['W', 'D', 'H'] as const;

/** The picture's room, px: stations between the margins, links in rows above them, labels in rows below. */
const WIDE = 304;
const EDGE = 12;
const ROW = 16;
const LABEL_ROW = 12;
const LABEL = 11;
/** About how wide a character of a label is, px. */
const CHARACTER = 5.8;
/** Stations never come nearer to one another than this, px: each can be pointed at. */
const APART = 9;

/** Where the stations stand in the picture: to scale, those too near pushed apart. */
const placesOf = (stations: readonly StationShown[]): number[] => {
  const size = stations.at(-1)?.at || 1;
  const room = WIDE - 2 * EDGE;
  const xs = stations.map((s) => EDGE + (s.at / size) * room);
  for (let i = 1; i < xs.length; i++) xs[i] = Math.max(xs[i] as number, (xs[i - 1] as number) + APART);
  const over = (xs.at(-1) ?? 0) - (WIDE - EDGE);
  return over > 0 ? xs.map((x) => EDGE + ((x - EDGE) * room) / (room + over)) : xs;
};

/** Rows for links, the shorter ones lower, those that overlap one above the other. */
const rowsOf = (spans: readonly (readonly [number, number])[]): number[] => {
  const rows: (readonly [number, number])[][] = [];
  const out: number[] = [];
  const order = spans.map((s, i) => ({ s, i })).sort((a, b) => a.s[1] - a.s[0] - (b.s[1] - b.s[0]));
  for (const { s, i } of order) {
    const taken = rows.map((r) => r.some((x) => x[0] < s[1] && s[0] < x[1]));
    const row = taken.lastIndexOf(true) + 1;
    while (rows.length <= row) rows.push([]);
    rows[row]?.push(s);
    out[i] = row;
  }
  return out;
};

type Props = {
  readonly account: AccountShown;
  /** the dimension in hand */
  readonly inHand: string | undefined;
  readonly onTake: (id: string) => void;
  /** the station from which a new dimension is being drawn */
  readonly from: string | undefined;
  readonly onStation: (key: string, words: string) => void;
  /** whether it is told which stations are loose */
  readonly isTold: boolean;
  /** chooses what lengths are counted from; nothing where none is */
  readonly onBase: ((key: string, words: string) => void) | undefined;
};

/** The books of one account: its stations to scale, the dimensions as links over them; a station that nothing places is an open ring. */
export const AccountPicture = ({ account, inHand, onTake, from, onStation, isTold, onBase }: Props) => {
  const { axis, stations, links } = account;
  const letter = LETTERS[axis];
  const ink = ACCOUNT_INK[letter];
  if (stations.length < 2) return null;
  const xs = placesOf(stations);
  const rows = rowsOf(links.map((l) => [xs[l.from] as number, xs[l.to] as number]));
  const high = links.length ? (Math.max(...rows) + 1) * ROW + 8 : 10;
  const labels = rowsOf(
    stations.map((s, i) => {
      const half = (s.label.length * CHARACTER) / 2 + 2;
      const x = Math.min(WIDE - half, Math.max(half, xs[i] as number));
      return [x - half, x + half];
    }),
  );
  const deep = (Math.max(0, ...labels) + 1) * LABEL_ROW + 4;
  const loose = stations.filter((s) => !s.isKnown);
  return (
    <section aria-label={`Account ${letter}`} className="border-b border-rule px-5 py-1.5">
      <p className="flex items-baseline justify-between gap-2 text-[13px]">
        <span className="flex shrink-0 items-baseline gap-1 text-second">
          <b style={{ color: ink }}>{letter}</b>
          {onBase ? (
            <label className="flex items-baseline gap-1">
              from
              <select
                aria-label={`${letter} is counted from`}
                className="max-w-[120px] truncate border-b border-rule-strong bg-transparent"
                value={stations.find((s) => s.isBase)?.key}
                onChange={(e) => {
                  const to = stations.find((s) => s.key === e.target.value);
                  if (to) onBase(to.key, to.words);
                }}
              >
                {stations.map((s) => (
                  <option key={s.key} value={s.key}>
                    {s.label}
                  </option>
                ))}
              </select>
            </label>
          ) : (
            'one after the other'
          )}
        </span>
        {!isTold ? null : loose.length ? (
          <span className="truncate text-caution">
            {loose.length === 1 ? `${loose[0]?.label} is loose` : `${loose.length} stations are loose`}
          </span>
        ) : (
          <span className="text-second">each station known once</span>
        )}
      </p>
      {/* biome-ignore lint/a11y/useSemanticElements: a picture with buttons in it, which no HTML element is */}
      <svg
        role="group"
        aria-label={`Stations of ${letter}`}
        viewBox={`0 0 ${WIDE} ${high + 8 + deep}`}
        width={WIDE}
        height={high + 8 + deep}
        className="block overflow-visible"
      >
        <line x1={4} x2={WIDE - 4} y1={high} y2={high} stroke="var(--color-rule-strong)" strokeWidth={2} />
        {links.map((l, i) => {
          const [a, b] = [xs[l.from] as number, xs[l.to] as number];
          const y = high - 10 - ROW * (rows[i] as number);
          const colour = isTold && l.isInRing ? 'var(--color-warning)' : ink;
          const width = l.text.length * 7.4 + 6;
          const isBeside = b - a < width;
          const middle = isBeside ? b + width / 2 - 2 : (a + b) / 2;
          return (
            // biome-ignore lint/a11y/useSemanticElements: part of an SVG picture
            <g
              key={l.id}
              role="button"
              tabIndex={0}
              aria-label={`Dimension ${l.text}`}
              aria-pressed={inHand === l.id}
              data-link={l.id}
              className="cursor-pointer"
              onClick={() => onTake(l.id)}
              onKeyDown={(e) => e.key === 'Enter' && onTake(l.id)}
            >
              <path
                d={`M${a} ${high}V${y}H${b}V${high}`}
                fill="none"
                stroke={colour}
                strokeWidth={inHand === l.id ? 2.6 : 1.5}
                strokeDasharray={l.isReference ? '4 3' : undefined}
              />
              <path d={`M${a} ${y}H${b}`} stroke="transparent" strokeWidth={12} />
              <rect x={middle - width / 2} y={y - 7} width={width} height={14} fill="var(--color-page)" />
              <text
                x={middle}
                y={y + 4}
                textAnchor="middle"
                fontSize={12.5}
                fill={colour}
                className="figures"
                fontWeight={inHand === l.id ? 700 : 400}
              >
                {l.isReference ? `(${l.text})` : l.text}
              </text>
            </g>
          );
        })}
        {stations.map((s, i) => {
          const x = xs[i] as number;
          const half = (s.label.length * CHARACTER) / 2 + 2;
          return (
            // biome-ignore lint/a11y/useSemanticElements: part of an SVG picture
            <g
              key={s.key}
              role="button"
              tabIndex={0}
              aria-label={`Station ${s.words}`}
              aria-pressed={from === s.key}
              className="cursor-pointer"
              onClick={() => onStation(s.key, s.words)}
              onKeyDown={(e) => e.key === 'Enter' && onStation(s.key, s.words)}
            >
              <title>{s.words}</title>
              <rect
                x={x - 9}
                y={high - 9}
                width={18}
                height={28 + LABEL_ROW * (labels[i] as number)}
                fill="transparent"
              />
              <circle
                cx={x}
                cy={high}
                r={from === s.key ? 6 : 4.5}
                fill={s.isKnown || !isTold ? ink : 'var(--color-page)'}
                stroke={s.isKnown || !isTold ? ink : 'var(--color-warning)'}
                strokeWidth={2}
              />
              <text
                x={Math.min(WIDE - half, Math.max(half, x))}
                y={high + 16 + LABEL_ROW * (labels[i] as number)}
                textAnchor="middle"
                fontSize={LABEL}
                fill={from === s.key ? 'var(--color-house)' : 'var(--color-second)'}
              >
                {s.label}
              </text>
            </g>
          );
        })}
      </svg>
    </section>
  );
};
