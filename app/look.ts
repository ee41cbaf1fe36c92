/** How the screen looks: light, dark, or as the computer is set. Paper is white on all of them. */
export const LOOKS = ['light', 'dark', 'system'] as const;
export type Look = (typeof LOOKS)[number];

/** The cookie that keeps it in this browser, so that the first page already comes as it was chosen. */
export const LOOK_COOKIE = 'look';

export const readLook = (text: string | undefined): Look => LOOKS.find((l) => l === text) ?? 'light';
