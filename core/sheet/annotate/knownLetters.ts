/**
 * The characters that a printed sheet can show: those of the lettering (osifont) and of the font that stands in for it (DejaVu Sans Condensed).
 * Stretches of characters one after another: how far the first is from the last before it, and how many follow it, in base 36.
 */
const STRETCHES = [
  'w.2m y.g9 3.2 5.0 4.0 9.27 2.2 4.1 2.0 2.6 e.7 3.5 5.6 2.0 2.j 2.aq c.11 3.6 2.12 2.1 12.j 3.1 9.q 6.4 i.1 2.1 2.0 9.0 6.0 4.0 2.p',
  '6.l 2.0 3.0 6.g 4.0 5.1y 7.2 3.1 2.0 2.0 5.0 r.9 5j.13 4.a 3.2 18l.0 1u.1 2.0 3.1 2.0 3.0 7.3 2.6 2.2 2.0 2.0 3.1 2.c 2.2 3.4 2.0',
  '2.5 3.9 3.1 cj.11 b.18 lh.6 2.i 2.o 2.j 2.6 2.2x 3.16 2.r 9.1a 2.g 2.o a.h 5.c a.f 1b.0 3.0 2t.1 13.8 a.s 19g.k 2.d 3.8 2.17 2.d',
  'd.1 3.0 2.0 8.0 m.10 5.5 1j.6z 5.l 3.5 3.11 3.5 3.7 2.0 2.0 2.0 2.u 3.1g 2.e 2.d 3.5 2.i 3.2 2.8 2.2s 6.7 3.q 2.c 4.l 3.2 3.0 j.1',
  '5.1 4.1 5.0 v.9 2.1q 2.0 3.0 2.1h 4.0 7.ar 3.0 2.1 3.5 3.4 3.2 2.1 2.3 1q.2 5.0 3.0 a.0 d.0 7.j s.0 4.1 k.2 3.0 1m.1 1p.9 29.1 6.1',
  '3.0 3.2 1i.bg 2.q 8.3 v.0 v.3 2.3 3.r 2.y 2.0 2.3 4.0 2.6 3.1f 4.n 2.d 7.1 q.0 6.5 5.7j 7.1 3.1 1h.1 1u.1 22.7 m.0 f.1 5.2 a.g j.0',
  '1n.1 i.z e.c 1r.1 3.0 3.q 5.5 1b.1 7g.n 2.6 3l.11 b.1h a.0 4p.0 7.0 3.3 9.0 cz.1 1u.0 4.0 f.0 2.0 d.0 3.2 3.0 g.0 d.0 7.0 g.0 2.0',
  '4.0 d.0 2.3 5.0 7.0 6.0 b.0 3.0 6.0 b.0 h.0 5ok.1r n.0 4.0 b.0 2u.0 s.0 1q.0 m.0 1g.0 12.0 7.0 z.0 2m.0 4.0 av.0 4.0 p.0 1t.0 w.0',
  'w.0 z.0 d.0 2y.0 p.0 24.0 2d.0 34.0 7.0 12.1 g.0 1u.0 3b.0 fm.0 b.0 3x.0 4p.0 5s.0 9.0 9.0 i0.0 14.0 1f.0 do.0 u.0 3w.0 3k.0 6q.0',
  '32.0 64.0 5h.0 1c.0 1r.0 31.0 gd.0 5.0 a.0 1r.0 i.0 10.0 z.0 5.0 7j.0 4.0 h.0 m.0 10.0 d.0 53.0 q.0 r.0 13.0 55.0 29.0 8.0 50.0',
  '8p.0 14v.0 87.0 x.0 g.0 1p.0 9c.0 7x.0 5.0 9.0 2.0 12.0 h.0 7u.0 2y.0 7n.0 8t.0 1v.0 2f.0 ir.0 3k.0 5w.0 p.0 6v.0 1j.0 1t.0 n.0',
  '47.0 1mv.0 s.0 45.0 a.0 3s.0 35.0 o.0 39.0 h.0 19.0 82.0 a.0 4q.0 21.0 1l.0 ha.0 60.0 3j.0 wo.0 y.0 1y.0 2k.0 c.0 3a.0 4c.0 4w.0',
  '2r.0 2fv.1b 91.3 5.1 3.1 3.3 b.c s.3 7.1 3.1 33.e 5.4 3.9 5.h 5.5 3.5 3.1 d.3 p.3 6.5 2.1 f.a 26.7 e0x.p 6f.3 sd.12 2.p hu.0 2.0',
  'u3.6 d.4 6.p 2.4 2.0 2.1 2.1 2.9 3.29 7.3 12.9 2.1 5.5 j.3 e9.f h.3 25.4 2.3q 3.0 d.0 6l.4 2.0 ld.u 2.3 1525.2e de.1 2.3 2.4 2.0',
  '4.6 2.p 1h.1f ed.j 4d1.3 2.q 2.1 2.0 3.0 2.9 2.3 2.0 2.0 12.1 2.0 3.3 2.6 2.3 2.3 2.0 c2.2r d.e 3.d 3.e 2.e fm.7 7p.1 3.0 4.0 cr.z',
  '2.6 2.j 3.0',
]
  .join(' ')
  .split(' ');

const KNOWN = (() => {
  const known = new Set<number>();
  let last = 0;
  for (const stretch of STRETCHES) {
    const [gap, more] = stretch.split('.').map((x) => Number.parseInt(x, 36)) as [number, number];
    const first = last + gap;
    last = first + more;
    for (let c = first; c <= last; c++) known.add(c);
  }
  return known;
})();

/** The characters of a text that no font of the sheet has, each once: they are printed as an empty box. */
export const unknownLetters = (text: string): string[] => [
  ...new Set([...text].filter((c) => c >= ' ' && !KNOWN.has(c.codePointAt(0) as number))),
];
