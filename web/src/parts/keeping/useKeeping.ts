/** Saving what is being built, throwing it away (with undo), and going on to its plan. */
import type { Plan } from '@feldspar/core/plan';
import { useNavigate } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { savePlan } from '../../data/changes.ts';
import { dropDraft, keepDraft } from '../../data/drafts.ts';
import { undoable } from '../actions/undoable.tsx';
import type { Workshop } from './useWorkshop.ts';
import { say } from '../actions/say.ts';

interface Keeping {
  /** @returns whether the server has it. */
  save(): Promise<boolean>;
  discard(): void;
  /** Saves what is not saved, and goes to the plan, or somewhere else. */
  saveAndGo(address?: string): Promise<void>;
}

/** @param address where it is built, to come back to when throwing away is undone. */
export function useKeeping(id: string, workshop: Workshop, onServer: Plan | null, address: string): Keeping {
  const navigate = useNavigate();
  const { plan } = workshop;

  const save = async () => {
    const outcome = await savePlan(id, plan, workshop.on);
    if (outcome.state === 'refused') {
      say(`Not saved: ${outcome.reason} It is kept in this browser.`, { variant: 'error' });
      return false;
    }
    workshop.saved();
    say(outcome.state === 'sent' ? 'Saved.' : 'Kept in this browser; saved as soon as the server answers.');
    return true;
  };
  return {
    save,
    discard: () =>
      void undoable({
        said: `Thrown away: ${onServer ? 'what was not saved of ' : ''}${plan.title}`,
        async run() {
          dropDraft(id);
          await navigate(onServer ? planAt(id) : '/plans');
        },
        async undo() {
          keepDraft(id, { plan, stored: onServer !== null, on: workshop.on });
          await navigate(address);
        },
      }),
    async saveAndGo(to = planAt(id)) {
      if (!workshop.unsaved || (await save())) await navigate(to);
    },
  };
}
