/** The look of the button that opens the menu of shapes, also before the menu's script is there. */
export const START_BUTTON =
  'inline-flex items-center gap-1 text-[13px] font-semibold text-house hover:underline';
