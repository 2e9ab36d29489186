/** Screens that belong together, each one step from the others. They are links: each has its address. */
import Box from '@mui/material/Box';
import { Link } from 'react-router';

interface PlaceTabsProps {
  label: string;
  /** The one that is shown. */
  at: string;
  places: readonly (readonly [to: string, name: string])[];
}

export function PlaceTabs({ label, at, places }: PlaceTabsProps) {
  return (
    <Box
      component="nav"
      aria-label={label}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 3,
        borderBottom: '1px solid',
        borderColor: 'divider',
        mb: 2.5,
      }}
    >
      {places.map(([to, name]) => (
        <Box
          key={name}
          component={Link}
          to={to}
          aria-current={name === at ? 'page' : undefined}
          sx={{
            display: 'flex',
            alignItems: 'center',
            minHeight: 44,
            mb: '-1px',
            fontWeight: 600,
            textDecoration: 'none',
            color: 'text.secondary',
            borderBottom: '3px solid transparent',
            '&[aria-current]': { color: 'text.primary', borderColor: 'primary.main' },
            '&:hover': { color: 'text.primary' },
          }}
        >
          {name}
        </Box>
      ))}
    </Box>
  );
}
