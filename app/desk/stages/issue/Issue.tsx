'use client';
import { setUp } from '../../../../core/edit/setupCommands.ts';
import type { SheetSetup } from '../../../../core/sheet/setup.ts';
import { TITLE_FORMS, type TitleFormName } from '../../../../core/sheet/titleForms/titleForm.ts';
import { Findings } from '../../book/Findings.tsx';
import { field, Page, Row } from '../../book/Page.tsx';
import { useEdit, useSession } from '../../useDesk.ts';
import { Issues } from './Issues.tsx';
import { TitleFields } from './TitleFields.tsx';

const FORMS = Object.keys(TITLE_FORMS) as TitleFormName[];

/** Stage 8: the title block filled in, and the sheet issued. */
export const Issue = () => {
  const form = useSession((s) => s.drawing.setup.titleBlock) ?? 'corner';
  const edit = useEdit();
  return (
    <Page title="Issue" note="Fill the title block in, then freeze the sheet for whoever builds from it.">
      <Row label="Title block">
        <select
          aria-label="Form of the title block"
          className={field}
          value={form}
          onChange={(e) => {
            const titleBlock = e.target.value as NonNullable<SheetSetup['titleBlock']>;
            void edit(setUp({ titleBlock }, `Title block: ${titleBlock}`));
          }}
        >
          {FORMS.map((f) => (
            <option key={f} value={f}>
              {TITLE_FORMS[f].name}
            </option>
          ))}
          <option value="none">None</option>
        </select>
      </Row>
      <Findings about={['title']} />
      <TitleFields />
      <Issues />
    </Page>
  );
};
