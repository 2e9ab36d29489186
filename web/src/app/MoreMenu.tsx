/** On a phone: the places that have no room in the bar, and what stands at the foot of the side bar elsewhere. */
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { Link } from 'react-router';
import type { Place } from './places.ts';

export type Deed = readonly [name: string, act: () => void];

interface Props {
  anchor: HTMLElement;
  places: readonly Place[];
  more: readonly Deed[];
  onClose(): void;
}

export default function MoreMenu({ anchor, places, more, onClose }: Props) {
  const then = (act: () => void) => () => {
    onClose();
    act();
  };
  return (
    <Menu anchorEl={anchor} open onClose={onClose}>
      {places.map(({ to, name }) => (
        <MenuItem key={to} component={Link} to={to} onClick={onClose}>
          {name}
        </MenuItem>
      ))}
      {more.map(([name, act]) => (
        <MenuItem key={name} onClick={then(act)}>
          {name}
        </MenuItem>
      ))}
    </Menu>
  );
}
