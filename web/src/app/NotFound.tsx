import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';

export function NotFound() {
  return (
    <>
      <Typography variant="h1">There is nothing at this address.</Typography>
      <Button component={Link} to="/" variant="contained" sx={{ mt: 3 }}>
        To the bench
      </Button>
    </>
  );
}
