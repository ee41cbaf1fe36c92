/** What is wrong with what was just typed, one sentence a line, below it. */
export const FaultNote = ({ texts }: { texts: readonly string[] }) =>
  texts.length > 0 && (
    <span
      role="alert"
      className="mt-1 block border-l-2 border-fault bg-fault-pale px-2 py-1 text-[13px] leading-[18px] text-fault"
    >
      {texts.map((t) => (
        <span key={t} className="block">
          {t}
        </span>
      ))}
    </span>
  );
