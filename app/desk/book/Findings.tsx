'use client';
import { useSession } from '../useDesk.ts';

/** What is doubtful about the parts of the drawing named, one sentence each. */
export const Findings = ({
  about,
  except = none,
}: {
  about: readonly string[];
  except?: readonly string[];
}) => {
  const findings = useSession((s) => s.picture?.findings ?? none);
  const notes = useSession((s) => s.notes);
  const own = [...findings, ...notes.filter((n) => !except.includes(n.where))].filter((f) =>
    about.includes(String(f.path[0])),
  );
  return <Notes of={own} />;
};

/** What is doubtful about one line of the statement, under that line. */
export const LineFindings = ({ where }: { where: string }) => {
  const notes = useSession((s) => s.notes);
  return <Notes of={notes.filter((n) => n.where === where)} />;
};

const Notes = ({ of: own }: { of: readonly { readonly text: string }[] }) => {
  if (!own.length) return null;
  return (
    <ul
      role="alert"
      className="border-b border-rule bg-caution-pale px-5 py-2 text-[13px] leading-[18px] text-caution"
    >
      {own.map((f) => (
        <li key={f.text} className="flex gap-2">
          <span aria-hidden className="mt-[5px] size-2 shrink-0 rotate-45 bg-attention" />
          {f.text}
        </li>
      ))}
    </ul>
  );
};

const none: never[] = [];
