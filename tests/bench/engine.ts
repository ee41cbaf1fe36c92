/** The engine as one bundle, to be weighed: everything from worked-out features to views, sections, findings and the ledger. */
export { findingsOf } from '../../core/finding/findings.ts';
export { numberPoints } from '../../core/ledger/numbering.ts';
export { postingsIn } from '../../core/ledger/postings.ts';
export { rematch } from '../../core/ledger/rematch.ts';
export { developedView } from '../../core/section/developed.ts';
export { faceShape, trueLength } from '../../core/section/faceShape.ts';
export { remainsOf, sectionOf } from '../../core/section/section.ts';
export { buildPart } from '../../core/solid/build.ts';
export { measureSolid, measureTogether } from '../../core/solid/measure.ts';
export { seeScene, viewOf } from '../../core/view/view.ts';
