import { agendaSchema, oneClickAgenda, proposeAgenda } from '@feldspar/core/planner';
import { itemLine } from '@feldspar/core/words';
import { tempo } from '@feldspar/core/time';
import { agendaOf } from './agenda-of.ts';

const due = {
  ...{ planId: crypto.randomUUID(), title: 'One click a bar', reason: 'present' as const },
  tempo: tempo('220/3', '1/4'),
};

it('a proposal becomes an agenda that can be kept: exact tempos, reasons, breaks', () => {
  const agenda = agendaOf(
    'Thursday',
    'rotation',
    proposeAgenda({ minutes: 60, breaks: true }, { purpose: 'rotation' }, [due]),
  );
  expect(agendaSchema.parse(agenda)).toEqual(agenda);
  expect(agenda.items.map(({ kind }) => kind)).toEqual(['warm up', 'play', 'play', 'break', 'play', 'play']);
  expect(agenda.items[1]).toMatchObject({
    tempo: { bpm: '220/3', beat: '1/4' },
    why: 'It is the step that is open.',
  });
  expect(itemLine(agenda.items[1])).toBe('13 min One click a bar, quarter = 73.33');
  expect(itemLine(agenda.items[3])).toBe('5 min Break');
});

it('the two hours from one click are one too', () => {
  const agenda = agendaOf('Two hours', 'rotation', oneClickAgenda(80));
  expect(agendaSchema.parse(agenda)).toEqual(agenda);
});
