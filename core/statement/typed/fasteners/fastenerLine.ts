import type { StandardKind } from '../../../part/standard/schema.ts';
import { Ask } from '../ask.ts';
import { FIGURE, namedLine, SIDE_WORDS, type Side, sideOf, taker } from './lineWords.ts';

/** What a typed line says of a standard part, in words only: what it is, its sizes, and where it goes. */
export type FastenerLine = {
  readonly kind: StandardKind;
  readonly thin: boolean;
  readonly name?: string;
  /** how many: a figure, or all places there are */
  readonly count: number | 'all';
  readonly size?: string;
  readonly length?: string;
  readonly thread?: string;
  readonly by?: 'sizes' | 'proportions';
  /** words after "through", "in", "into" */
  readonly into?: string;
  /** words after "under", "below", "on", "over", with on which side of it */
  readonly beside?: { readonly side: 'under' | 'on'; readonly what: string };
  readonly head?: Side;
  /** also put on, from "with washer and nut" */
  readonly alsoWashers: boolean;
  readonly alsoNuts: boolean;
};

/** What drafters call them; longer names before those they contain. */
const NOUNS: readonly (readonly [string, StandardKind, boolean?])[] = [
  ['socket(?:[ -]head)?(?: cap)? screws?|cap screws?', 'socketScrew'],
  ['(?:countersunk|csk)(?:[ -]head)?(?: machine)? screws?', 'countersunkScrew'],
  ['(?:thin|lock|jam) (?:hex(?:agon(?:al)?)? )?nuts?', 'hexagonNut', true],
  ['(?:hex(?:agon(?:al)?)?[ -]?(?:head )?)?bolts?', 'hexagonBolt'],
  ['(?:hex(?:agon(?:al)?)?[ -]?(?:head )?)?(?:set )?screws?', 'hexagonScrew'],
  ['(?:hex(?:agon(?:al)?)? )?nuts?', 'hexagonNut'],
  ['(?:plain |flat )?washers?', 'washer'],
  ['studs?', 'stud'],
];
const NOUN = new RegExp(
  String.raw`^\s*(?:(\d+|an?|the|all)\s+)?(?:(m\s?\d+(?:\.\d+)?)\s+)?(${NOUNS.map(([n]) => n).join('|')})\b`,
  'i',
);

const METRIC = /\bm\s?\d+(?:\.\d+)?(?:\s*[x×]\s*[\d.]+(?=\s*[x×]\s*[\d.]))?/i;
const INCHES =
  /(?:\b\d+\s+)?\b\d+\s*\/\s*\d+\s*(?:in(?:ch(?:es)?)?\b|"|”)|\b\d+\s*(?:in(?:ch(?:es)?)?\b|"|”)/i;
/** A washer with sizes of its own is a plain ring. */
const OWN_RING = /\b(?:o\.?d|i\.?d|outside|inside|outer|inner|bore)\b/i;

/** Whether a line begins with a standard part. */
export const isFastenerLine = (line: string): boolean => {
  const { text } = namedLine(line);
  return NOUN.test(text) && !(/\bwashers?\b/i.test(text) && OWN_RING.test(text));
};

/**
 * Reads the words of a line such as "bolt M12 x 60 through the flange hole, head on top".
 * @throws Ask where a word of it has no use
 */
export const readFastenerLine = (line: string): FastenerLine => {
  const { name, text } = namedLine(line);
  const noun = NOUN.exec(text) as RegExpExecArray;
  const found = NOUNS.find(([n]) =>
    new RegExp(`^(?:${n})$`, 'i').test(noun[3] as string),
  ) as (typeof NOUNS)[number];
  const rest = taker(`${noun[2] ?? ''} ${text.slice(noun[0].length)}`);
  const size = rest.take(METRIC, 0) ?? rest.take(INCHES, 0);
  const byWords = rest.take(/\bby (?:drawing )?(proportions?|sizes?)\b|\bproportional\b/i, 0);
  const thread = rest.take(
    new RegExp(String.raw`\bthread(?:ed)?(?: length)?(?: for)?\s+(${FIGURE})(?:\s*mm\b)?`, 'i'),
  );
  const length =
    rest.take(new RegExp(String.raw`^\s*[x×]\s*(${FIGURE})(?:\s*(?:mm|long)\b)*`, 'i')) ??
    rest.take(new RegExp(String.raw`\b(?:length\s+)(${FIGURE})(?:\s*mm\b)?`, 'i')) ??
    rest.take(new RegExp(String.raw`(${FIGURE})\s*(?:mm\s*)?long\b`, 'i'));
  const also = rest.take(
    /\bwith\s+((?:an?\s+|\d+\s+)?(?:washers?|nuts?)(?:\s*(?:,|and|,\s*and)\s*(?:an?\s+)?(?:washers?|nuts?))*)/i,
  );
  const head = rest.take(
    new RegExp(
      String.raw`\b(?:its |the )?heads?\s+(?:is\s+)?(?:(?:on|at|to|towards|from)\s+)?(?:the\s+)?(${SIDE_WORDS})\b`,
      'i',
    ),
  );
  const into = rest.take(/\b(?:through|into|in)\s+(?!words)([^,;]+)/i);
  const side = /\b(under|below|beneath|on|over|above|against)\s+(?:the\s+)?[^,;]+/i.exec(rest.left())?.[1];
  const what = rest.take(/\b(?:under|below|beneath|on|over|above|against)\s+(?:the\s+)?([^,;]+)/i);
  const left = rest.left();
  if (left) throw new Ask(`I could not use "${left}": what is it?`, ['through all holes', 'head on top']);
  const all = /\ball\b|\beach\b|\bevery\b/i.test(`${noun[1] ?? ''} ${into ?? ''}`);
  return {
    kind: found[1],
    thin: found[2] ?? false,
    ...(name !== undefined && { name }),
    count: all ? 'all' : /^\d+$/.test(noun[1] ?? '') ? Number(noun[1]) : 1,
    ...(size !== undefined && { size: size.replace(/\s+/g, ' ').replace(/^m\s?/i, 'M') }),
    ...(length !== undefined && { length }),
    ...(thread !== undefined && { thread }),
    ...(byWords !== undefined && { by: /size/i.test(byWords) ? 'sizes' : 'proportions' }),
    ...(into !== undefined && { into }),
    ...(what !== undefined && {
      beside: { side: /under|below|beneath/i.test(side ?? '') ? 'under' : 'on', what } as const,
    }),
    ...(head !== undefined && { head: sideOf(head) }),
    alsoWashers: /washer/i.test(also ?? ''),
    alsoNuts: /nut/i.test(also ?? ''),
  };
};
