import { Fraction, tempo } from '../time/index.ts';
import { feltIn, settledObjections, settledSentence } from './index.ts';

const f = (text: string) => new Fraction(text);
const settled = (bpm: number, beat: string, click: string, foot: string) => ({
  at: tempo(bpm, beat),
  click: f(click),
  foot: f(foot),
  meter: { beats: 4, unit: f('1/4') },
});

it('says what the click is and where the foot goes (the sketch of the desk: 200 in eighths, foot on halves)', () => {
  expect(settledSentence(settled(200, '1/8', '1/8', '1/2'))).toBe(
    'Your click at 200 is eighths. The music goes at half = 50: tap the halves.',
  );
  expect(settledSentence(settled(72, '1/4', '1/4', '1/4'))).toBe('Click and foot are one: quarter = 72.');
});

it('says when no foot would', () => {
  expect(settledObjections(settled(100, '1/4', '1/4', '1/4'))).toEqual([]);
  expect(settledObjections(settled(100, '1/4', '1/4', '1')).map(({ what }) => what)).toEqual(['foot']);
});

it('says how the bar is felt', () => {
  const four = { beats: 4, unit: f('1/4') };
  expect(feltIn({ foot: f('1/2'), meter: four })).toBe('felt in two');
  expect(feltIn({ foot: f('3/8'), meter: { beats: 6, unit: f('1/8') } })).toBe('felt in two');
  expect(feltIn({ foot: f('1/16'), meter: four })).toBe('felt in 16');
  expect(feltIn({ foot: f('3/8'), meter: four })).toBe('the dotted quarter does not divide the bar');
});
