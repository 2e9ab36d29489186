import type { Player } from '@feldspar/core/wire';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import { SamePlayerDialog, likeliest } from './SamePlayerDialog.tsx';
import { PlayerDialog } from './PlayerDialog.tsx';

const player = (id: string, name: string, instrument = 'cello'): Player => ({
  id,
  name,
  instrument,
  profile: {},
});
const MIA = player('1', 'Mia Torres');
const RUBEN = player('2', 'Ruben Asante', 'cajón');
const MIA_T = player('3', 'mia');

describe('the same person twice', () => {
  it('offers somebody of the same first name first', () => {
    expect(likeliest(MIA, [RUBEN, MIA_T])).toBe(MIA_T);
    expect(likeliest(MIA, [RUBEN])).toBe(RUBEN);
  });

  it('is put together with whom was chosen, and says what becomes of the takes', async () => {
    const onMerge = jest.fn(async () => undefined);
    const onClose = jest.fn();
    render(<SamePlayerDialog player={MIA} others={[RUBEN, MIA_T]} onClose={onClose} onMerge={onMerge} />);
    const dialog = screen.getByRole('dialog', { name: 'Mia Torres, cello is the same as' });
    expect(dialog.textContent).toMatch(/All takes are theirs.*brought back/);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'The one who stays' }));
    fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: 'Ruben Asante, cajón' }));
    fireEvent.click(screen.getByRole('button', { name: 'Put together' }));
    await waitFor(() => expect(onClose).toHaveBeenCalled());
    expect(onMerge).toHaveBeenCalledWith(RUBEN);
  });
});

describe('a player’s name', () => {
  it('that is wrong keeps the dialog open, with the reason at the field', async () => {
    const onSave = jest.fn(async () => undefined);
    render(<PlayerDialog player={null} others={[MIA]} onClose={jest.fn()} onSave={onSave} />);
    fireEvent.click(screen.getByRole('button', { name: 'Add' }));
    const name = screen.getByRole('textbox', { name: 'Name' });
    await waitFor(() => expect(name.getAttribute('aria-invalid')).toBe('true'));
    expect(document.getElementById(name.getAttribute('aria-describedby')!)!.textContent).toBe(
      'give the player a name',
    );
    expect(onSave).not.toHaveBeenCalled();
  });
});
