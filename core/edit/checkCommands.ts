import type { Drawing } from '../drawing/drawing.ts';
import { TITLE_FORMS } from '../sheet/titleForms/titleForm.ts';
import type { CheckCommand, Edited } from './command.ts';
import { withEntry } from './place.ts';

/** The drawing with a key that is only there where it has a value. */
const withKey = <K extends 'accepted' | 'walked'>(d: Drawing, key: K, value: Drawing[K]): Drawing => {
  const { [key]: _, ...others } = d;
  return (value ? { ...d, [key]: value } : others) as Drawing;
};

/** Whether the title block says who checked the sheet. */
const hasBox = (d: Drawing): boolean => {
  const form = d.setup.titleBlock ?? 'corner';
  return form !== 'none' && TITLE_FORMS[form].cells.some((c) => c.field === 'checked');
};

/** The drawing as one that is neither to be checked nor checked. */
export const inHand = ({ state: _, ...others }: Drawing): Drawing => others;

/** Changes what was checked, and the revision. */
export const applyCheckCommand = (d: Drawing, c: CheckCommand): Edited => {
  switch (c.type) {
    case 'acceptRemark': {
      const { because, by, on } = c;
      const entry = because ? { because, by, on } : undefined;
      return {
        drawing: withKey(d, 'accepted', withEntry(d.accepted, c.key, entry)),
        label: because ? `Accepted, because ${because}: ${c.key}` : `No longer accepted: ${c.key}`,
      };
    }
    case 'walkLine': {
      const entry = c.done ? { by: c.by, on: c.on } : undefined;
      return {
        drawing: withKey(d, 'walked', withEntry(d.walked, c.line, entry)),
        label: `${c.done ? 'Looked at' : 'To be looked at again'}: ${c.line}`,
      };
    }
    case 'setState': {
      const { state, by, on } = c;
      if (state === 'in hand') return { drawing: inHand(d), label: 'In hand again' };
      // a form without a box for it is not signed: the state says who it was all the same
      const signed = state === 'checked' && hasBox(d) ? { checkedBy: by, checkedOn: on } : {};
      return {
        drawing: { ...d, ...signed, state: { is: state, by, on } },
        label: state === 'checked' ? `Checked by ${by}` : `Handed over to be checked by ${by}`,
      };
    }
    case 'revise': {
      const row = { letter: c.letter, reason: c.reason, date: c.on, by: c.by };
      const before = (d.setup.revisions ?? []).filter((r) => r.letter !== c.letter);
      return {
        drawing: {
          ...d,
          revision: c.letter,
          setup: c.isFirst ? d.setup : { ...d.setup, revisions: [...before, row] },
        },
        label: `Revision ${c.letter}: ${c.reason}`,
      };
    }
  }
};
