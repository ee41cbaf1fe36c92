import type { Worked } from '../core/drawing/desk.ts';
import type { Vec2 } from '../core/geometry/vec.ts';
import { VIEW_FRAMES, type ViewName } from '../core/geometry/viewFrames.ts';
import { faceStory, type SeenScene } from '../core/reading/faceBook.ts';
import { lineStory, nearestLine } from '../core/reading/lineStory.ts';
import { viewReading } from '../core/reading/viewReading.ts';
import { faceHeading, lineWords, postingWords } from '../core/reading/words.ts';
import { stretchOnPaper } from '../core/sheet/layout/similarity.ts';
import { type BrokenEnd, isSeenIn } from '../core/sheet/views/brokenEnds.ts';
import { sectionShownIn } from '../core/sheet/views/drawnLines.ts';
import type { PlacedView } from '../core/sheet/views/placedView.ts';
import { placeFromDrawn } from '../core/solid/interruption.ts';
import { CUT_FACE } from '../core/view/firstMet.ts';
import type { ViewLine } from '../core/view/view.ts';
import { svgPath } from '../formats/sheetSvg.ts';

/** What was pointed at on the sheet, in words, with what lights up. Paths in paper mm, y down. */
export type PointedAt = {
  readonly view: ViewName;
  readonly heading: string;
  readonly sentences: readonly string[];
  /** of a face: how it is posted, by view */
  readonly postings: readonly { readonly view: string; readonly words: string }[];
  readonly lit: string;
  /** a flat face of the part that no view of the sheet shows in its true shape */
  readonly inclined: { readonly body: string; readonly face: string } | undefined;
  /** flat faces at which the part can be broken off: the face itself, or those that are seen edge-on in the line */
  readonly ends: readonly BrokenEnd[];
};

type Drawn = Extract<Worked, { ok: true }>;

/** The views of a sheet with what is seen in each. */
const scenesOf = ({ sheet, part }: Drawn): SeenScene[] =>
  sheet.views.map((v) => ({
    name: v.name,
    view: v.view,
    scene: sectionShownIn(v, sheet.sections)?.remains ?? part.bodies,
  }));

/** Beyond its box a view is still pointed at so far, mm. */
const ROUND_BOX = 4;

const viewAt = (d: Drawn, at: Vec2): PlacedView | undefined =>
  d.sheet.views.find(
    ({ box }) =>
      at[0] > box.x - ROUND_BOX &&
      at[0] < box.x + box.w + ROUND_BOX &&
      at[1] > box.y - ROUND_BOX &&
      at[1] < box.y + box.h + ROUND_BOX,
  );

/** The flat faces that a straight line of a view shows edge-on. */
const endsInLine = (bodies: Drawn['part']['bodies'], v: PlacedView, line: ViewLine): BrokenEnd[] =>
  line.curve.type !== 'line'
    ? []
    : bodies.flatMap(({ solid }) =>
        solid.faces.flatMap((f): BrokenEnd[] => {
          const surface = solid.surfaces[f.surface];
          if (!line.of.includes(f.key) || surface?.kind !== 'plane') return [];
          return isSeenIn(line, VIEW_FRAMES[v.name], surface, solid.tol.linear)
            ? [{ body: solid.name, face: f.key }]
            : [];
        }),
      );

/**
 * Answers what stands at a place of the sheet: the line there, or else the face, opening or bare paper of that view.
 * @param whole the same with its part drawn whole, by which the answer is given; lines of both are known by their sources
 * @param at paper mm with y up
 * @param reach how near a line must be, mm
 */
export const pointedAt = (d: Drawn, whole: Drawn, at: Vec2, reach: number): PointedAt | undefined => {
  const v = viewAt(d, at);
  const inWhole = v && whole.sheet.views.find((x) => x.name === v.name);
  if (!v || !inWhole) return undefined;
  const { sheet, part } = d;
  const { height } = sheet.paper;
  const drawnAt: Vec2 = [(at[0] - v.toPaper.to[0]) / v.toPaper.k, (at[1] - v.toPaper.to[1]) / v.toPaper.k];
  const place = placeFromDrawn(sheet.interruptions, VIEW_FRAMES[v.name], drawnAt);
  const scenes = scenesOf(whole);
  const { scene } = scenes.find((s) => s.name === v.name) as SeenScene;
  const path = (home: PlacedView, lines: readonly ViewLine[]): string =>
    svgPath(
      lines.map((l) => stretchOnPaper(home.toPaper, l)),
      height,
    );
  /** A line of the whole view as it is drawn: in pieces where a stretch is left out. */
  const asOnSheet = (line: ViewLine): readonly ViewLine[] =>
    d === whole
      ? [line]
      : v.view.lines.filter(
          (l) => l.class === line.class && l.sources.some((key) => line.sources.includes(key)),
        );
  const near = nearestLine(inWhole.view, place);
  if (near && near.off * v.toPaper.k <= reach) {
    const edges = new Map(scene.flatMap((b) => b.edges.map((e) => [e.key, e] as const)));
    const story = lineStory(near.line, near.at, inWhole.view, scene, edges, part.tol);
    const [heading = '', ...sentences] = lineWords(story, v.name, part.units);
    return {
      view: v.name,
      heading,
      sentences,
      postings: [],
      lit: path(v, asOnSheet(near.line)),
      inclined: undefined,
      ends: endsInLine(part.bodies, v, near.line),
    };
  }
  const story = faceStory(scenes, v.name, place, part.tol);
  if (story.kind !== 'face')
    return {
      view: v.name,
      heading: faceHeading(story),
      sentences: [],
      postings: [],
      lit: '',
      inclined: undefined,
      ends: [],
    };
  const solid = part.bodies.find((b) => b.solid.name === story.body)?.solid;
  const surface = solid?.surfaces[solid.faces.find((f) => f.key === story.face)?.surface ?? -1];
  const own = { body: story.body, face: story.face };
  return {
    view: v.name,
    heading: faceHeading(story),
    sentences: [],
    inclined:
      story.face !== CUT_FACE &&
      Object.values(story.postings).every((p) => p.as !== 'area' || (!p.true && !p.round))
        ? own
        : undefined,
    ends: surface?.kind === 'plane' ? [own] : [],
    postings: sheet.views.map((x) => {
      const posting = story.postings[x.name];
      return { view: x.title, words: posting ? postingWords(posting) : '' };
    }),
    lit: sheet.views
      .map((x) =>
        path(
          x,
          x.view.lines.filter((l) => l.of.includes(story.face)),
        ),
      )
      .join(''),
  };
};

/** Every view of the sheet in words. */
export const sheetReading = (d: Drawn): string[] =>
  scenesOf(d).map(({ name, view, scene }) =>
    viewReading(
      d.sheet.views.find((v) => v.name === name)?.title ?? name,
      view,
      scene,
      d.part.tol,
      d.part.units,
    ),
  );
