'use client';
import { useState } from 'react';

/** Puts a text on the clipboard. Browsers have none for pages that came unencrypted from another machine: then there is no button. */
export const CopyButton = ({
  text,
  className,
}: {
  readonly text: () => string;
  readonly className: string;
}) => {
  const [isCopied, setIsCopied] = useState(false);
  if (typeof navigator === 'undefined' || !navigator.clipboard) return null;
  return (
    <button
      type="button"
      className={className}
      onClick={() => void navigator.clipboard.writeText(text()).then(() => setIsCopied(true))}
      onBlur={() => setIsCopied(false)}
    >
      {isCopied ? 'Copied' : 'Copy'}
    </button>
  );
};
