import type { Mesh } from '../core/mesh/mesh.ts';

/** A body's net of triangles by the body's name. */
export type NamedMesh = { readonly name: string; readonly mesh: Mesh };
