/** The controls of a page that can be gone to. */
const CONTROLS =
  'button, input, select, textarea, summary, a[href], [role=radiogroup], [role=menuitem], [role=switch]';

/** What a control is called, as a screen reader says it. */
const nameOf = (e: Element): string => {
  const labelledBy = e.getAttribute('aria-labelledby');
  const name =
    e.getAttribute('aria-label') ??
    (labelledBy && document.getElementById(labelledBy)?.textContent) ??
    (e as HTMLInputElement).labels?.[0]?.textContent ??
    e.textContent ??
    '';
  return name.trim().replace(/\s+/g, ' ');
};

const PATIENCE = 3000;
const LOOK_EVERY = 40;

/**
 * The control of that name, as soon as it is on the page: its script may still be on its way.
 * @returns undefined where none has come after a while
 */
export const findControl = async (name: string): Promise<HTMLElement | undefined> => {
  const until = Date.now() + PATIENCE;
  for (;;) {
    const found = [...document.querySelectorAll<HTMLElement>(CONTROLS)].find(
      (e) => nameOf(e) === name && e.offsetParent !== null,
    );
    if (found) return found;
    if (Date.now() > until) return undefined;
    await new Promise((done) => setTimeout(done, LOOK_EVERY));
  }
};

/** Waits until a dialog has gone and has given the keyboard back to where it was; what is beneath it can be used only then. */
export const dialogGone = async (): Promise<void> => {
  const until = Date.now() + PATIENCE;
  while (document.querySelector('[role=dialog]') && Date.now() < until)
    await new Promise((done) => setTimeout(done, LOOK_EVERY));
  await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
};

/** Shows where a control is and puts the keyboard there. */
export const goTo = (control: HTMLElement): void => {
  control.scrollIntoView({ block: 'center' });
  const focused = control.matches('[role=radiogroup]')
    ? (control.querySelector<HTMLElement>('[role=radio][aria-checked=true], [role=radio]') ?? control)
    : control;
  focused.focus();
  control.animate(
    [
      { outline: '3px solid var(--color-house)', outlineOffset: '3px' },
      { outline: '3px solid transparent', outlineOffset: '8px' },
    ],
    { duration: matchMedia('(prefers-reduced-motion: reduce)').matches ? 1 : 1400, easing: 'ease-in' },
  );
};
