/** The keys of each screen, as its dialog shows them. What stands beside a button is not repeated in words elsewhere. */
export interface Key {
  keys: string;
  does: string;
}

const EVERYWHERE: Key[] = [
  { keys: '?', does: 'these keys' },
  { keys: 'Ctrl K', does: 'go to a screen, plan, sheet, player or take by its name' },
];

const OF_SCREENS: [path: RegExp, keys: Key[]][] = [
  [
    /^\/$/,
    [
      { keys: 'Enter', does: 'play the next exercise' },
      { keys: 'O', does: 'against the proposal: on, or stay' },
    ],
  ],
  [
    /^\/paths\/[^/]+$/,
    [
      { keys: 'Enter', does: 'play what comes next on the path' },
      { keys: 'O', does: 'against the proposal: on, or stay' },
    ],
  ],
  [
    /^\/planner\/[^/]+$/,
    [
      { keys: 'Enter', does: 'begin, or go on with the item that is on' },
      { keys: 'N', does: 'on to the next item' },
    ],
  ],
  [
    /^\/plans\/[^/]+\/edit$/,
    [
      { keys: 'Ctrl Z', does: 'undo' },
      { keys: 'Ctrl Y', does: 'redo' },
      { keys: 'Space, then arrows', does: 'on a section’s handle: move it' },
      {
        keys: 'Arrows, Enter',
        does: 'on a lane of the bar: go along it, put or take away; on the silent bars: paint',
      },
      {
        keys: 'Shift with arrows',
        does: 'move what lies there; on the silent bars: paint the next ones too',
      },
      { keys: '>', does: 'on a click: accent it' },
    ],
  ],
  [/^\/plans\/[^/]+$/, [{ keys: 'Enter', does: 'to the stage' }]],
  [
    /^\/sheets\/[^/]+$/,
    [
      { keys: 'w h q e s t', does: 'add a whole, half, quarter, eighth, sixteenth, thirty-second' },
      { keys: '. r > ~', does: 'dot it, make it a rest, accent it, tie it' },
      { keys: 'Arrows, with Shift', does: 'choose a note, several notes' },
      { keys: 'Ctrl C, X, V', does: 'copy, cut, put' },
      { keys: 'Ctrl Z, Y', does: 'undo, redo' },
    ],
  ],
  [
    /^\/recordings\/[^/]+$/,
    [
      { keys: 'N, P', does: 'the next stroke, the one before' },
      { keys: 'Arrows, with Shift', does: 'move it by 1 ms, by 10 ms' },
      { keys: 'Del, +', does: 'it is no stroke; put one' },
      { keys: 'M', does: 'mute the chosen stretch, or hear it again' },
      { keys: '1', does: 'here the plan begins; playing freely: here is a one' },
      { keys: 'Space', does: 'hear it, stop' },
      { keys: 'L', does: 'one long line, or bar by bar' },
      { keys: 'Ctrl Z, Y', does: 'undo, redo' },
      { keys: 'Enter', does: 'read it' },
    ],
  ],
  [
    /^\/recordings\/[^/]+\/beats$/,
    [
      { keys: 'N, P', does: 'the next beat, the one before' },
      { keys: 'Arrows, with Shift', does: 'move it by 1 ms, by 10 ms' },
      { keys: 'Del, +', does: 'it is no beat; put one' },
      { keys: '1', does: 'here is the one' },
      { keys: 'F', does: 'fill the chosen stretch evenly' },
      { keys: 'T', does: 'a beat, while tapping along' },
      { keys: 'Space', does: 'hear it, stop' },
      { keys: 'L', does: 'one long line, or bar by bar' },
      { keys: 'Ctrl Z, Y', does: 'undo, redo' },
    ],
  ],
  [/^\/takes\/[^/]+$/, [{ keys: 'Enter', does: 'play it again' }]],
  [/^\/desk$/, [{ keys: 'Arrows', does: 'on the stick: faster, slower' }]],
];

/** Of the screen at this address, then those that work everywhere. */
export const keysAt = (pathname: string): Key[] => [
  ...(OF_SCREENS.find(([path]) => path.test(pathname))?.[1] ?? []),
  ...EVERYWHERE,
];
