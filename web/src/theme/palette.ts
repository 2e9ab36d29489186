/** The colours, drawn from the mineral: chalk ground, slate ink, feldspar rose for the player, labradorite for clicks. */
export interface CorePalette {
  ground: string;
  paper: string;
  ink: string;
  quiet: string;
  line: string;
  hatch: string;
  /** A bar already played, on the stage. */
  passed: string;
  player: string;
  click: string;
  late: string;
  early: string;
}

export const LIGHT: CorePalette = {
  ground: '#F6F1E8',
  paper: '#FFFDF8',
  ink: '#23272C',
  quiet: '#66625B',
  line: '#DCD3C3',
  hatch: '#DDD1BD',
  passed: '#EFE7D9',
  player: '#A8434F',
  click: '#1D5470',
  late: '#8A570E',
  early: '#17685F',
};

export const DARK: CorePalette = {
  ground: '#171A1E',
  paper: '#1F2329',
  ink: '#F3EBDD',
  quiet: '#ABA395',
  line: '#3A4048',
  hatch: '#363B43',
  passed: '#262B32',
  player: '#EE918D',
  click: '#86BDDD',
  late: '#E2AC62',
  early: '#62C6B7',
};

/** CSS variables of the scheme in force where they are used (the stage is always dark). */
export const INK = Object.fromEntries(
  (Object.keys(LIGHT) as (keyof CorePalette)[]).map((name) => [name, `var(--mui-palette-core-${name})`]),
) as unknown as CorePalette;
