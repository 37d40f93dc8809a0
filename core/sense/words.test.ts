import { ideasOf, isPlural, wordsOf } from './words';

test('names are split at marks, spaces and capitals, their letters without accents', () => {
  expect(wordsOf('unitPrice (net)')).toEqual(['unit', 'price', 'net']);
  expect(wordsOf('Durée_moyenne')).toEqual(['duree', 'moyenne']);
});

test.each([
  ['Takings', ['flow', 'trade']],
  ['Stückpreis', ['price']],
  ['Lagerbestand', ['level']],
  ['Température', ['measure']],
  ['Nombre de visiteurs', ['count']],
  ['Precio', ['price']],
  ['Giacenza', ['level']],
  ['Preço', ['price']],
  ['Gemiddelde', ['average']],
  ['laborprice', ['price']],
  ['GDP per capita', ['flow', 'each']],
  ['Overall mark', ['score']],
  ['Zzyzx', []],
] as const)('%s speaks of %j', (name, ideas) => expect([...ideasOf(name)].sort()).toEqual([...ideas].sort()));

test('what stands behind “since” or “to” says from where, not what', () => {
  expect([...ideasOf('Days since purchase')]).toEqual(expect.arrayContaining(['minutes', 'span']));
  expect(ideasOf('Days since purchase').has('flow')).toBe(false);
});

test('plurals are nouns of many', () =>
  expect(['Visits', 'Glass', 'Gas', 'Status', 'Bus'].map(isPlural)).toEqual([true, false, false, false, false]));
