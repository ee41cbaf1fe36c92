'use client';
import { useOwnName } from './ownName.ts';
import { field } from './Page.tsx';

/** Where whoever sits at this desk types the name that stands beside what is accepted or issued. */
export const OwnNameField = ({ label }: { readonly label: string }) => {
  const { name, setName } = useOwnName();
  return (
    <input
      aria-label={label}
      placeholder="your name"
      maxLength={60}
      value={name}
      onChange={(e) => setName(e.target.value)}
      className={`${field} min-w-0 flex-1`}
    />
  );
};
