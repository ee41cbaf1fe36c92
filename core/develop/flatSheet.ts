import { boxOf2 } from '../geometry/curve2.ts';
import { distance2, sub2, type Vec2 } from '../geometry/vec.ts';
import { readFaceKey } from '../naming/keys.ts';
import { decimal, sizeText } from '../number/format.ts';
import { letterWidth } from '../sheet/annotate/letterWidth.ts';
import { checkBar } from '../sheet/annotate/titleBlock.ts';
import type { InkedPaper } from '../sheet/drawnSheet.ts';
import { chainDashes } from '../sheet/ink/dash.ts';
import { type Ink, letters, type Stretch, straight, stroke } from '../sheet/ink/ink.ts';
import { paperFrame, type Rect } from '../sheet/layout/paper.ts';
import { onPaper, type Similarity, stretchOnPaper } from '../sheet/layout/similarity.ts';
import type { Development } from './develop.ts';
import { endOfPiece, startOfPiece } from './lay.ts';
import type { FlatPiece } from './slit.ts';

/** How a development is set out on its own sheet. */
export type FlatChoice = {
  /** "cap, cut by A" */
  readonly title: string;
  readonly units: 'mm' | 'in';
  /** a strip to join it by along the side with which it ends, part units; none where nought */
  readonly seam: number;
};

const MM = { mm: 1, in: 25.4 } as const;
/** Room round each piece, for its lengths and its name, mm. */
const ROOM = 12;
/** The number of a cut point stands so far from it, mm. */
const NUMBER_OFF = 2.8;
/** The least width of a sheet with its frame, mm. */
const LEAST_PAPER = 140;
/** Heights of letters, and what the sheet has beside the longest line of them, mm. */
const TITLE = 3.5;
const CAPTION = 2.5;
const BESIDE = 40;
/** Room for the title and the check bar below all pieces, mm. */
const FOOT = 24;

const forward = ({ curve, from, to }: FlatPiece): Stretch =>
  from <= to ? { curve, from, to } : { curve, from: to, to: from };

const boxOfPiece = (pieces: readonly FlatPiece[]): Rect => {
  const boxes = pieces.map((p) => {
    const s = forward(p);
    return boxOf2(s.curve, s.from, s.to);
  });
  const [x0, y0] = [Math.min(...boxes.map((b) => b[0])), Math.min(...boxes.map((b) => b[1]))];
  const [x1, y1] = [Math.max(...boxes.map((b) => b[2])), Math.max(...boxes.map((b) => b[3]))];
  return { x: x0, y: y0, w: x1 - x0, h: y1 - y0 };
};

/** The length of a line as it stands in the flat, lettered along it. */
const lengthAlong = (a: Vec2, b: Vec2, text: string): Ink => {
  const [dx, dy] = sub2(b, a);
  // read from below or from the right
  const turned = dx < -1e-9 || (Math.abs(dx) <= 1e-9 && dy < 0);
  const angle = (Math.atan2(turned ? -dy : dy, turned ? -dx : dx) * 180) / Math.PI;
  const size = Math.hypot(dx, dy);
  const off: Vec2 = turned ? [dy / size, -dx / size] : [-dy / size, dx / size];
  const at: Vec2 = [(a[0] + b[0]) / 2 + off[0] * 0.8, (a[1] + b[1]) / 2 + off[1] * 0.8];
  return { kind: 'text', layer: 'labels', text, at, height: 2.5, anchor: 'middle', angle };
};

/** A strip along the side with which a piece ends, its corners cut back at 45 degrees so that it does not lie over what it joins. */
const seamInk = (from: Vec2, to: Vec2, wide: number): Ink[] => {
  const [dx, dy] = sub2(to, from);
  const size = Math.hypot(dx, dy);
  const back = Math.min(wide, size / 3);
  const [d, off]: [Vec2, Vec2] = [
    [dx / size, dy / size],
    // the piece is on the left of its outline, the strip on the right
    [dy / size, -dx / size],
  ];
  const corner = (p: Vec2, k: number): Vec2 => [
    p[0] + d[0] * k + off[0] * wide,
    p[1] + d[1] * k + off[1] * wide,
  ];
  const [a, b] = [corner(from, back), corner(to, -back)];
  return [stroke('projectors', 'rule', [straight(from, a), straight(a, b), straight(b, to)])];
};

/**
 * The pieces of a development on a sheet of their own, true size: outlines wide, bends as thin chain lines with their lengths, the straight
 * sides with theirs, areas, and a bar to check the print by. Paper mm.
 */
export const flatSheet = (pieces: readonly Development[], { title, units, seam }: FlatChoice): InkedPaper => {
  const k = MM[units];
  const boxes = pieces.map((d) => boxOfPiece(d.outline));
  const strip = seam * k;
  const heading = `${title.toUpperCase()}, LAID FLAT, SEEN FROM OUTSIDE, 1 : 1`;
  const captions = pieces.map((d) => {
    const faces = [...new Set(d.of.map((f) => readFaceKey(f).feature))].join(', ');
    return `${faces.toUpperCase()}, AREA ${decimal(d.area, 2)} ${units === 'mm' ? 'MM²' : 'SQ IN'}`;
  });
  const lettered = [letterWidth(heading, TITLE), ...captions.map((c) => letterWidth(c, CAPTION))];
  const width = Math.max(
    LEAST_PAPER,
    Math.max(...lettered) + BESIDE,
    ...boxes.map((b) => b.w * k + 2 * ROOM + strip + 30),
  );
  const height = Math.max(120, boxes.reduce((sum, b) => sum + b.h * k + 2 * ROOM + 2 * strip, 0) + FOOT + 20);
  const paper = {
    ...paperFrame({ paper: 'own', ownPaper: [width, height], upright: false, titleBlock: 'none' }),
    name: 'True size',
  };
  const ink: Ink[] = [];
  let top = paper.frame.y + paper.frame.h;
  pieces.forEach((d, i) => {
    const box = boxes[i] as Rect;
    const place: Similarity = {
      k,
      c: 1,
      s: 0,
      to: [paper.frame.x + ROOM - box.x * k, top - ROOM - strip - (box.y + box.h) * k],
    };
    top -= box.h * k + 2 * ROOM + 2 * strip;
    const put = (p: FlatPiece): Stretch => stretchOnPaper(place, forward(p));
    ink.push(stroke('views', 'outline', d.outline.map(put)));
    for (const hole of d.holes) ink.push(stroke('views', 'outline', hole.map(put)));
    for (const b of d.bends) {
      const [from, to] = [onPaper(place, b.from), onPaper(place, b.to)];
      const line = straight(from, to);
      ink.push(
        stroke('centre', 'centre', chainDashes(line), { whole: line }),
        lengthAlong(from, to, sizeText(distance2(b.from, b.to), units)),
      );
    }
    for (const p of d.outline) {
      const [from, to] = [startOfPiece(p), endOfPiece(p)];
      const size = distance2(from, to);
      const [a, b] = [onPaper(place, from), onPaper(place, to)];
      if (p.curve.type === 'line' && size * k > 8) ink.push(lengthAlong(b, a, sizeText(size, units)));
      if (strip > 0 && p.opening === 'end' && p.curve.type === 'line') ink.push(...seamInk(a, b, strip));
    }
    const middle: Vec2 = [box.x + box.w / 2, box.y + box.h / 2];
    for (const { label, at } of d.marks) {
      const [spot, centre] = [at, middle].map((p) => onPaper(place, p)) as [Vec2, Vec2];
      const away = Math.max(1e-6, distance2(spot, centre));
      const out: Vec2 = [
        spot[0] + ((spot[0] - centre[0]) / away) * NUMBER_OFF,
        spot[1] + ((spot[1] - centre[1]) / away) * NUMBER_OFF - 0.8,
      ];
      ink.push({ ...letters('numbers', label, out, 1.8), names: spot });
    }
    const caption = captions[i] as string;
    // that of a narrow piece stays inside the frame
    const across = Math.max(ROOM + (box.w * k) / 2, letterWidth(caption, CAPTION) / 2 + 3);
    ink.push(letters('labels', caption, [paper.frame.x + across, top + ROOM * 0.35], CAPTION));
  });
  ink.push(
    letters('title', heading, [paper.frame.x + paper.frame.w / 2, paper.frame.y + 12], TITLE),
    ...checkBar(paper, units).ink,
  );
  return { paper, ink, scale: k, units };
};
