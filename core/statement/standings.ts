import * as z from 'zod';
import type { PartFile } from '../part/schema.ts';
import { statementOf } from './sentence.ts';

/**
 * How the figure of a size stands. What nobody marked is given, or derived where it is worked out from other sizes.
 * measured: taken off a part or a print. assumed: to be confirmed. free: a convenient length. missing: not known; its figure only holds the
 * place, so that the rest can be drawn.
 */
export const STANDINGS = ['measured', 'assumed', 'free', 'missing'] as const;
export type MarkedStanding = (typeof STANDINGS)[number];
export type Standing = MarkedStanding | 'given' | 'derived';

/** By the size's key (see `sizeKey`); `from` names a mating part or where else the figure comes from. */
export const standingsSchema = z.record(
  z.string(),
  z.strictObject({ standing: z.enum(STANDINGS), from: z.string().max(120).optional() }),
);
export type Standings = z.infer<typeof standingsSchema>;

/**
 * The key of a size, which stays when lines are moved: "dims.L", or "bracket/bore/shape.diameter".
 * @param path where the size is in the part file
 */
export const sizeKey = (part: PartFile, path: readonly (string | number)[]): string => {
  const [head, body, , feature] = path;
  if (head !== 'bodies') return path.join('.');
  const home = part.bodies[body as number];
  const inFeature = path[2] === 'features';
  const id = inFeature ? (home?.features[feature as number]?.id ?? '') : '';
  return `${home?.name ?? ''}/${id}/${path.slice(inFeature ? 4 : 2).join('.')}`;
};

/** A size of the statement with its standing. */
export type StandingSize = {
  readonly key: string;
  readonly path: readonly (string | number)[];
  /** the line it stands in, and the words beside it: "bore", "across" */
  readonly line: string;
  readonly words: string;
  readonly text: string;
  readonly standing: Standing;
  readonly from: string | undefined;
};

/** A figure with a name or a sign in it is worked out from others. */
const isDerived = (text: string): boolean =>
  /[\p{L}_]/u.test(text.replace(/\s*(?:mm|in|sq)$/, '')) || /[-+*()]/.test(text.slice(1));

/** How a size stands: as it is marked, or else worked out from others, or given. @param key its `sizeKey` */
export const standingOf = (key: string, text: string, marked: Standings | undefined): Standing =>
  marked?.[key]?.standing ?? (isDerived(text) ? 'derived' : 'given');

/** "corner 3, up" of an outline. */
const cornerWords = (path: readonly (string | number)[]): string => {
  const number = path.find((k): k is number => typeof k === 'number') ?? 0;
  return `corner ${number + 1}, ${path.at(-1) === 1 ? 'up' : 'along'}`;
};

/** All sizes of a statement in its order, each with its standing. */
export const standingSizes = (part: PartFile, marked: Standings | undefined): StandingSize[] =>
  statementOf(part).flatMap((line) =>
    line.tokens.flatMap((t): StandingSize[] => {
      if (t.kind !== 'figure' || t.figure === 'designation') return [];
      const corner = t.path.findIndex((k) => k === 'polygon' || k === 'path' || k === 'start');
      // where an outline begins is no size
      if (corner >= 0 && t.text === '0') return [];
      const key = sizeKey(part, t.path);
      return [
        {
          key,
          path: t.path,
          line:
            line.kind === 'size'
              ? line.name
              : line.kind === 'feature'
                ? line.id
                : line.kind === 'body'
                  ? (part.bodies[line.body]?.name ?? 'body')
                  : 'part',
          words:
            line.kind === 'size'
              ? 'named size'
              : corner >= 0
                ? cornerWords(t.path.slice(corner))
                : t.account && !t.path.includes('at') && !t.path.includes('step')
                  ? { W: 'width', D: 'depth', H: 'height' }[t.account]
                  : (t.name ?? ''),
          text: t.text,
          standing: standingOf(key, t.text, marked),
          from: marked?.[key]?.from,
        },
      ];
    }),
  );

/** What is still to be found or confirmed, missing ones first. */
export const toFind = (sizes: readonly StandingSize[]): StandingSize[] =>
  (['missing', 'assumed'] as const).flatMap((s) => sizes.filter((x) => x.standing === s));
