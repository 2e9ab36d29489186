/** A button that offers several ways to do one thing. */
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';

interface MenuButtonProps {
  name: string;
  /** Of what, for screen readers, where the name alone does not say it. */
  label?: string;
  /** Each with what it does; null where that cannot be done now. */
  choices: readonly (readonly [name: string, act: (() => void) | null])[];
}

export function MenuButton({ name, label, choices }: MenuButtonProps) {
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  return (
    <>
      <Button
        variant="outlined"
        aria-label={label}
        aria-haspopup="menu"
        aria-expanded={menu !== null}
        onClick={({ currentTarget }) => setMenu(currentTarget)}
      >
        {name}
      </Button>
      <Menu anchorEl={menu} open={menu !== null} onClose={() => setMenu(null)}>
        {choices.map(([choice, act]) => (
          <MenuItem
            key={choice}
            disabled={!act}
            onClick={() => {
              setMenu(null);
              act?.();
            }}
          >
            {choice}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
