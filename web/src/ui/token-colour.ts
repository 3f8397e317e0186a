/** A colour of the present theme by its token, for what is drawn on a canvas. */
export const tokenColour = (token: string): string =>
  getComputedStyle(document.documentElement).getPropertyValue(token).trim();
