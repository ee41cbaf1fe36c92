import type { Vec3 } from '../../core/geometry/vec.ts';
import { refuseNet } from './netWords.ts';

/** Triangles by name, each corner by its own figures; counter-clockwise seen from outside. */
export type NamedTriangles = {
  readonly name: string;
  readonly triangles: readonly (readonly [Vec3, Vec3, Vec3])[];
};

const finite = (xs: readonly number[], where: string): Vec3 =>
  xs.length === 3 && xs.every((x) => Number.isFinite(x) && Math.abs(x) < 1e9)
    ? (xs as unknown as Vec3)
    : refuseNet('figure', where);

/** A 32-bit figure as it was meant: seven figures are all it holds. */
const meant = (x: number): number => Number(x.toPrecision(7));

const binaryStl = (bytes: Uint8Array): NamedTriangles[] => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const count = view.getUint32(80, true);
  if (bytes.length < 84 + 50 * count)
    refuseNet('damaged', `triangle ${Math.floor((bytes.length - 84) / 50) + 1}`);
  const corner = (at: number, i: number): Vec3 =>
    finite(
      [0, 4, 8].map((k) => meant(view.getFloat32(at + k, true))),
      `triangle ${i + 1}`,
    );
  const triangles = Array.from({ length: count }, (_, i) => {
    const at = 84 + 50 * i;
    return [corner(at + 12, i), corner(at + 24, i), corner(at + 36, i)] as const;
  });
  return [{ name: 'solid', triangles }];
};

const textStl = (text: string): NamedTriangles[] => {
  const found: { name: string; triangles: (readonly [Vec3, Vec3, Vec3])[] }[] = [];
  let corners: Vec3[] = [];
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = raw.trim();
    const where = `line ${i + 1}`;
    if (/^solid\b/i.test(line)) found.push({ name: line.slice(5).trim() || 'solid', triangles: [] });
    else if (/^vertex\b/i.test(line)) corners.push(finite(line.split(/\s+/).slice(1).map(Number), where));
    else if (/^endfacet\b/i.test(line)) {
      const [a, b, c] = corners;
      if (corners.length !== 3) refuseNet('damaged', where);
      found.at(-1)?.triangles.push([a, b, c] as [Vec3, Vec3, Vec3]);
      corners = [];
    }
  });
  if (corners.length) refuseNet('damaged', 'the end of the file');
  return found;
};

/** Triangles of an STL file, text or binary. */
export const readStlTriangles = (bytes: Uint8Array): NamedTriangles[] => {
  // a binary file may begin with "solid" too: its length says what it is
  if (bytes.length >= 84) {
    const count = new DataView(bytes.buffer, bytes.byteOffset).getUint32(80, true);
    if (bytes.length === 84 + 50 * count) return binaryStl(bytes);
  }
  const text = new TextDecoder().decode(bytes);
  if (/^\s*solid\b/i.test(text)) return textStl(text);
  return bytes.length >= 84 ? binaryStl(bytes) : refuseNet('damaged');
};

/** Triangles of an OBJ file; faces of more corners are parted from their first one. */
export const readObjTriangles = (text: string): NamedTriangles[] => {
  const points: Vec3[] = [];
  const found: { name: string; triangles: (readonly [Vec3, Vec3, Vec3])[] }[] = [];
  text.split(/\r?\n/).forEach((line, i) => {
    const where = `line ${i + 1}`;
    const [word, ...rest] = line.trim().split(/\s+/);
    if (word === 'v') points.push(finite(rest.slice(0, 3).map(Number), where));
    else if (word === 'o') found.push({ name: rest.join(' ') || 'solid', triangles: [] });
    else if (word === 'f') {
      if (!found.length) found.push({ name: 'solid', triangles: [] });
      const corners = rest.map((c) => {
        const n = Number(c.split('/')[0]);
        return points[n < 0 ? points.length + n : n - 1] ?? refuseNet('damaged', where);
      });
      if (corners.length < 3) refuseNet('damaged', where);
      for (let k = 2; k < corners.length; k++)
        found.at(-1)?.triangles.push([corners[0], corners[k - 1], corners[k]] as [Vec3, Vec3, Vec3]);
    }
  });
  return found.filter((x) => x.triangles.length);
};
