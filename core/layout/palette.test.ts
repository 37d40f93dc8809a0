import { inksOn, isLegible, PALETTE, wordColor, INK } from '.';

const GROUNDS = [
  '#fffdf8',
  '#ffffff',
  '#f3e9d2',
  '#808080',
  '#b0a080',
  '#6a6a6a',
  '#24302c',
  '#101820',
  '#000000',
  '#c4552d',
];

test.each(GROUNDS)('words can be read on %s: 4.5:1 at least', (ground) => {
  const { ink, ink2 } = inksOn(ground);
  expect([isLegible(ink, ground), isLegible(ink2, ground)]).toEqual([true, true]);
  for (const color of PALETTE) expect([color, isLegible(wordColor(color, ground), ground)]).toEqual([color, true]);
});

test('our own ink stays wherever it can be read, and turns light on a dark ground', () => {
  expect(inksOn('#f3e9d2').ink).toBe(INK);
  expect(inksOn('#101820').ink).toBe('#fffdf8');
});
