/** What is not the same as in every application with these components. */
import TextField from '@mui/material/TextField';
import { ThemeProvider } from '@mui/material/styles';
import { render, screen } from '@testing-library/react';
import { theme } from './theme.ts';

it('what a field says of itself can be read while the field waits', () => {
  render(
    <ThemeProvider theme={theme}>
      <TextField label="Note" helperText="Kept while you write." disabled />
    </ThemeProvider>,
  );
  const { color } = getComputedStyle(screen.getByText('Kept while you write.'));
  expect(color).toBe('var(--mui-palette-text-secondary)');
});
