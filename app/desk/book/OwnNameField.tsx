'use client';
import { useOwnName } from '../../session/ownName.ts';
import { field } from './Page.tsx';

/** Where whoever sits at this desk types the name that stands beside what is accepted or issued; who is signed in has one. */
export const OwnNameField = ({ label }: { readonly label: string }) => {
  const { name, isSignedIn, setName } = useOwnName();
  return (
    <input
      aria-label={label}
      title={isSignedIn ? 'The name that you are signed in with' : undefined}
      placeholder="your name"
      maxLength={60}
      value={name}
      readOnly={isSignedIn}
      onChange={(e) => setName(e.target.value)}
      className={`${field} min-w-0 flex-1 read-only:bg-transparent`}
    />
  );
};
