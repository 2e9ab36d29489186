/** Keys by the names that browsers have for them. */

/** As WebDriver names them. */
export const HELD = { Control: '\uE009', Shift: '\uE008', Alt: '\uE00A' } as const;
export const ARROW_RIGHT = '\uE014';

/** As Windows numbers them, which the DevTools protocol wants. */
export const KEY_CODES = {
  ...{ Enter: 13, Escape: 27, Tab: 9, ArrowUp: 38, ArrowDown: 40 },
  ...{ MediaPlayPause: 179, MediaStop: 178 },
};
