import { useEffect, useRef } from 'react';

/**
 * An act that comes late, after an edit was drawn, and is only done while its component is still shown: closing a panel that was closed meanwhile would take
 * the focus from what was opened since.
 */
export const useWhileShown = (act: () => void): (() => void) => {
  const isShown = useRef(true);
  useEffect(() => {
    isShown.current = true;
    return () => {
      isShown.current = false;
    };
  }, []);
  return () => {
    if (isShown.current) act();
  };
};
