/** Saves the picture of a take, as SVG or PNG. */
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import type { PictureKind } from '../../files/svg-file.ts';
import type { TakeFacts } from './take-picture.tsx';

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
  const { enqueueSnackbar } = useSnackbar();
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  const save = async (kind: PictureKind) => {
    setMenu(null);
    try {
      const [{ takePicture }, { saveSvg }] = await Promise.all([
        import('./take-picture.tsx'),
        import('../../files/svg-file.ts'),
      ]);
      await saveSvg(takePicture(facts()), kind, nameOf);
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  return (
    <>
      <Button
        variant="outlined"
        color="inherit"
        aria-haspopup="menu"
        aria-expanded={menu !== null}
        onClick={({ currentTarget }) => setMenu(currentTarget)}
      >
        Save a picture
      </Button>
      <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
        {KINDS.map(([kind, name]) => (
          <MenuItem key={kind} onClick={() => void save(kind)}>
            {name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
