import type { ComponentType } from 'react';
import type { SessionState } from '../../session/sessionTypes.ts';
import type { Stage } from '../deskView.ts';
import { fetchedLater } from '../fetchedLater.tsx';
import { Measure } from './measure/Measure.tsx';

// a drawing opens at the first stage; the others follow a moment later
const SetOut = fetchedLater(() => import('./setOut/SetOut.tsx').then((m) => m.SetOut));
const Project = fetchedLater(() => import('./project/Project.tsx').then((m) => m.Project));
const Transfer = fetchedLater(() => import('./transfer/Transfer.tsx').then((m) => m.Transfer));
const Cut = fetchedLater(() => import('./cut/Cut.tsx').then((m) => m.Cut));

const Dimension = fetchedLater(() => import('./dimension/Dimension.tsx').then((m) => m.Dimension));
const Check = fetchedLater(() => import('./check/Check.tsx').then((m) => m.Check));
const Issue = fetchedLater(() => import('./issue/Issue.tsx').then((m) => m.Issue));

/** How a stage stands: nothing in it yet, in order, or with something to look at. */
export type StageStanding = 'empty' | 'settled' | 'needs attention';

/** A stage of the work: its page in the book, and how it stands. */
type StageEntry = { readonly Page: ComponentType; readonly standing: (state: SessionState) => StageStanding };

/** Whether a finding or a pressing note is about one part of the drawing file. */
const isDoubtful = (
  { picture, notes }: SessionState,
  about: 'part' | 'setup' | 'cuts' | 'dimensions' | 'title',
): boolean =>
  [...(picture?.findings ?? []), ...notes.filter((n) => n.severity !== 'note')].some(
    (f) => f.path[0] === about,
  );
const isSizeMissing = ({ drawing }: SessionState): boolean =>
  Object.values(drawing.standings ?? {}).some((s) => s.standing === 'missing');
const attentionIf = (wanted: boolean): StageStanding => (wanted ? 'needs attention' : 'settled');
/** Without a body there is nothing that could be in order. */
const isBare = ({ drawing }: SessionState): boolean => !drawing.part.bodies.length;
const standingOf = (s: SessionState, needsAttention: boolean): StageStanding =>
  isBare(s) && !needsAttention ? 'empty' : attentionIf(needsAttention);

/** All stages; the names and their order are in deskView.ts, and each needs its entry here. */
export const STAGE_ENTRIES: Readonly<Record<Stage, StageEntry>> = {
  Measure: {
    Page: Measure,
    standing: (s) => standingOf(s, s.faults.length > 0 || isSizeMissing(s) || isDoubtful(s, 'part')),
  },
  'Set out': { Page: SetOut, standing: (s) => standingOf(s, isDoubtful(s, 'setup')) },
  Project: { Page: Project, standing: (s) => standingOf(s, false) },
  Transfer: { Page: Transfer, standing: (s) => standingOf(s, false) },
  Cut: {
    Page: Cut,
    standing: (s) => (s.drawing.cuts.length ? attentionIf(isDoubtful(s, 'cuts')) : 'empty'),
  },
  Dimension: {
    Page: Dimension,
    standing: (s) => (s.drawing.dimensions?.list.length ? attentionIf(isDoubtful(s, 'dimensions')) : 'empty'),
  },
  // all that the check says is known once it is opened; before that what the sheet itself shows
  Check: {
    Page: Check,
    standing: (s) => (s.picture?.findings.length || s.notes.length ? 'needs attention' : 'empty'),
  },
  // a revision letter is no issue: what is frozen is only known once the page is opened
  Issue: { Page: Issue, standing: (s) => (isDoubtful(s, 'title') ? 'needs attention' : 'empty') },
};
