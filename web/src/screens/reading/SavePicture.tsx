/** Saves the picture of a take, as SVG or PNG. */
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import type { PictureKind } from '../../files/svg-file.ts';
import type { TakeFacts } from './take-picture.tsx';
import { say } from '../../parts/actions/say.ts';

interface SavePictureProps {
  /** Makes a file's name with this ending. */
  nameOf(ending: PictureKind): string;
  facts(): TakeFacts;
}

const KINDS: [PictureKind, string][] = [
  ['png', 'PNG picture'],
  ['svg', 'SVG picture'],
];

export function SavePicture({ nameOf, facts }: SavePictureProps) {
  const save = async (kind: PictureKind) => {
    try {
      const [{ takePicture }, { saveSvg }] = await Promise.all([
        import('./take-picture.tsx'),
        import('../../files/svg-file.ts'),
      ]);
      await saveSvg(takePicture(facts()), kind, nameOf);
    } catch (error) {
      say((error as Error).message, { variant: 'error' });
    }
  };
  return (
    <MenuButton
      name="Save a picture"
      choices={KINDS.map(([kind, name]) => [name, () => void save(kind)] as const)}
    />
  );
}
