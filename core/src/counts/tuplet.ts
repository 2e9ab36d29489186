import type { SheetItem, SheetTuplet } from './sheet-schema.ts';

export function isTuplet(item: SheetItem): item is SheetTuplet {
  return 'tuplet' in item;
}
