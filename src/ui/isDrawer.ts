/** Is the window so narrow that the inspector is a drawer over the sheet? As in globals.css. */
export const isDrawer = (): boolean => window.matchMedia('(max-width: 1099px)').matches;
