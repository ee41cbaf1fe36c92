import { typedQuantity } from '../../../part/schema.ts';
import type { StandardFile } from '../../../part/standard/schema.ts';
import { Ask } from '../ask.ts';
import { FIGURE, namedLine, SIDE_WORDS, type Side, sideOf, taker } from './lineWords.ts';

/** What a typed line says of a key, a cotter or a pin: its sizes, and what it goes into. */
export type KeyLine = {
  readonly standard: Extract<
    StandardFile,
    { kind: 'parallelKey' | 'taperKey' | 'cotter' | 'dowel' | 'splitPin' | 'rivet' }
  >;
  readonly name: string;
  /** words after "through", "in", "into" */
  readonly into?: string;
  /** where its large end or its head is */
  readonly end?: Side;
  /** where the straight side of a taper is */
  readonly straight?: Side;
};

type Kind = KeyLine['standard']['kind'];

/** What drafters call them; longer names before those they contain. */
const NOUNS: readonly (readonly [words: string, kind: Kind, name: string])[] = [
  ['taper(?:ed)? keys?|gib keys?', 'taperKey', 'key'],
  ['(?:parallel|feather|sunk) keys?|keys?', 'parallelKey', 'key'],
  ['cotters?(?! pin)', 'cotter', 'cotter'],
  ['split pins?|cotter pins?', 'splitPin', 'split pin'],
  ['dowels?(?: pins?)?', 'dowel', 'dowel'],
  ['rivets?', 'rivet', 'rivet'],
];
const NOUN = new RegExp(
  String.raw`^\s*(?:(?:an?|the|one)\s+)?(${NOUNS.map(([n]) => n).join('|')})(?=\s|,|$)`,
  'i',
);
const TAPERED: ReadonlySet<Kind> = new Set(['taperKey', 'cotter']);

/** Whether a line begins with a key, a cotter or a pin. */
export const isKeyLine = (line: string): boolean => NOUN.test(namedLine(line).text);

const need = (text: string | undefined, question: string, offer: string): string => {
  if (text === undefined) throw new Ask(question, [offer]);
  return text;
};

/**
 * Reads the words of a line such as "cotter 96 long, 8 thick, 36 wide at the middle, taper 1:32, arc ends, through the slot".
 * @throws Ask where a size is missing, or a word of it has no use
 */
export const readKeyLine = (line: string): KeyLine => {
  const { name, text } = namedLine(line);
  const noun = NOUN.exec(text) as RegExpExecArray;
  const [, kind, usual] = NOUNS.find(([n]) =>
    new RegExp(`^(?:${n})$`, 'i').test(noun[1] as string),
  ) as (typeof NOUNS)[number];
  const rest = taker(text.slice(noun[0].length));
  const end = rest.take(
    new RegExp(
      String.raw`\b(?:large|thick|wide|big)?\s*(?:end|head)\s+(?:on|at|to|towards)?\s*(?:the\s+)?(${SIDE_WORDS})\b`,
      'i',
    ),
  );
  const straight = rest.take(
    new RegExp(String.raw`\bstraight(?: side)?\s+(?:on|at|to|towards)?\s*(?:the\s+)?(${SIDE_WORDS})\b`, 'i'),
  );
  const taper = rest.take(/\b(?:taper(?:ed|ing)?\s+)?(?:of\s+)?1\s*(?::|in)\s*(\d+(?:\.\d+)?)(?:\s+taper)?/i);
  const widthAt = rest
    .take(/\b(?:at|in)\s+(?:the|its)\s+(large|middle|small|thick|thin|wide|narrow)(?:\s+end)?\b/i)
    ?.toLowerCase();
  const sides = rest.take(/\b(one|both|two|1|2)\s+sides?(?:\s+sloping)?\b/i)?.toLowerCase();
  const ends = rest.take(/\b(?:with\s+)?(arc|arched|round(?:ed)?|square)\s+ends?\b/i)?.toLowerCase();
  const into = rest.take(/\b(?:through|into|in)\s+(?:the\s+)?([^,;]+)/i);
  const sized = (words: string): string | undefined =>
    rest.take(new RegExp(String.raw`(?<![\d./])(${FIGURE})\s*(?:mm\s*)?(?:${words})\b`, 'i')) ??
    rest.take(new RegExp(String.raw`\b(?:${words})\s+(${FIGURE})(?:\s*mm\b)?`, 'i'));
  const stated = {
    length: sized('long|length'),
    thickness: sized('thick|thickness|thk'),
    height: sized('high|height'),
    width: sized('wide|width'),
    across: sized('dia|diameter|across'),
  };
  // figures without a name: "8 x 7 x 30", "6 x 30"
  const loose: string[] = [];
  for (let f = 0; f < 3; f++) {
    const next = rest.take(new RegExp(String.raw`(?:^|[x×\s])\s*(m?\s?${FIGURE})(?=\s*(?:$|[x×,;\s]))`, 'i'));
    if (next !== undefined) loose.push(next);
  }
  const left = rest.left().replace(/^(?:[x×]\s*)+|(?:\s*[x×])+$/g, '');
  if (left && !/^[x×\s]*$/.test(left))
    throw new Ask(`I could not use "${left}": what is it?`, ['through the slot', 'in the keyway']);
  const q = (x: string): number | string => typedQuantity(x);
  const standard = ((): KeyLine['standard'] => {
    if (TAPERED.has(kind)) {
      // of a taper key that lies in its keyway the height tapers: it is the width of the part file
      const isLying = kind === 'taperKey' && stated.height !== undefined;
      const [w, t, l] = [
        (isLying ? stated.height : stated.width) ?? loose.shift(),
        (isLying ? stated.width : undefined) ?? stated.thickness ?? stated.height ?? loose.shift(),
        stated.length ?? loose.shift(),
      ];
      const isMiddle = widthAt === 'middle';
      return {
        kind: kind as 'taperKey' | 'cotter',
        width: q(need(w, `How wide is the ${usual}?`, '36 wide at the middle')),
        ...(widthAt !== undefined && {
          widthAt: isMiddle ? 'middle' : /small|thin|narrow/.test(widthAt) ? 'small' : 'large',
        }),
        thickness: q(need(t, `How thick is the ${usual}?`, '8 thick')),
        length: q(need(l, `How long is the ${usual}?`, '96 long')),
        taper: q(need(taper, `By how much does the ${usual} taper?`, 'taper 1:30')),
        ...(sides !== undefined
          ? { sides: /one|1/.test(sides) ? 1 : 2 }
          : (straight !== undefined || kind === 'taperKey') && { sides: 1 }),
        ...(ends !== undefined && {
          ends: /arc/.test(ends) ? 'arc' : /round/.test(ends) ? 'round' : 'square',
        }),
      };
    }
    if (taper !== undefined)
      throw new Ask('A parallel key does not taper. Which is it?', [`taper key, taper 1:${taper}`]);
    if (kind === 'parallelKey')
      return {
        kind,
        width: q(need(stated.width ?? loose.shift(), 'How wide is the key?', '8 x 7 x 30')),
        height: q(need(stated.height ?? stated.thickness ?? loose.shift(), 'How high is the key?', '7 high')),
        length: q(need(stated.length ?? loose.shift(), 'How long is the key?', '30 long')),
        ...(ends !== undefined && { ends: /square/.test(ends) ? 'square' : 'round' }),
      };
    const across = need(stated.across ?? loose.shift(), `What is the diameter of the ${usual}?`, '6 x 30');
    return {
      kind: kind as 'dowel' | 'splitPin' | 'rivet',
      size: /^m/i.test(across) ? across.replace(/^m\s?/i, 'M') : q(across),
      length: q(need(stated.length ?? loose.shift(), `How long is the ${usual}?`, '30 long')),
    };
  })();
  if (loose.length) throw new Ask(`I could not use "${loose.join(', ')}": what is it?`, []);
  return {
    standard,
    name: name ?? usual,
    ...(into !== undefined && { into }),
    ...(end !== undefined && { end: sideOf(end) }),
    ...(straight !== undefined && { straight: sideOf(straight) }),
  };
};
