declare module 'cdt2d' {
  /**
   * Triangulates points in the plane so that the edges are sides of triangles, the others as even as may be (constrained Delaunay
   * triangulation); with `exterior: false` only what lies inside the closed loops of edges.
   */
  export default function cdt2d(
    points: readonly (readonly [number, number])[],
    edges: readonly (readonly [number, number])[],
    options: { readonly exterior: boolean },
  ): [number, number, number][];
}
