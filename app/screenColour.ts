/**
 * A colour of the screen as it looks now, for charts, which know no names: "house", "rule-strong" and so on.
 * @param within where it is used: paper is light on a dark screen too
 */
export const screenColour = (name: string, within: Element): string => {
  // a name may stand for two colours: only what is drawn with it tells which of them it is here
  const probe = document.createElement('span');
  probe.style.color = `var(--color-${name})`;
  within.append(probe);
  const { color } = getComputedStyle(probe);
  probe.remove();
  return color;
};
