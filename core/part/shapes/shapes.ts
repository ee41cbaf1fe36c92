import * as z from 'zod';
import type { Path, SizeReader } from '../sizeReading.ts';
import { block } from './block.ts';
import { cone } from './cone.ts';
import { cylinder } from './cylinder.ts';
import type { LocalShape } from './definition.ts';
import { extrude } from './extrude.ts';
import { hole } from './hole.ts';
import { prism } from './prism.ts';
import { pyramid } from './pyramid.ts';
import { revolve } from './revolve.ts';
import { slot } from './slot.ts';
import { solid } from './solid.ts';
import { sphere } from './sphere.ts';
import { torus } from './torus.ts';

/** All shapes, in the order of the part format. A new one is a file beside this and its name here. */
export const SHAPES = [
  block,
  prism,
  pyramid,
  cylinder,
  cone,
  sphere,
  torus,
  extrude,
  revolve,
  hole,
  slot,
  solid,
] as const;

type AnyShape = (typeof SHAPES)[number];

const kinds = SHAPES.map((s) => s.kind);
/** A shape as the part file has it. */
export const shapeSchema = z.discriminatedUnion(
  'kind',
  SHAPES.map((s) => s.schema) as unknown as [AnyShape['schema'], ...AnyShape['schema'][]],
  { error: `needs a kind: ${kinds.slice(0, -1).join(', ')} or ${kinds.at(-1)}` },
);
export type ShapeFile = z.infer<AnyShape['schema']>;

const byKind = new Map<string, AnyShape>(SHAPES.map((s) => [s.kind, s]));

/** What is known of a kind of shape. */
export const definitionOf = (kind: ShapeFile['kind']): AnyShape => byKind.get(kind) as AnyShape;

/**
 * Works a shape out to solids in its local frame; lengths in the part's unit.
 * @throws Refusal for sizes that make no such shape
 */
export const localShape = (shape: ShapeFile, read: SizeReader, path: Path): LocalShape =>
  // each definition takes the shapes of its own kind, which is the one asked for
  definitionOf(shape.kind).solids(shape as never, read, path);
