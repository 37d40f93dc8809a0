/**
 * NIST Statistical Reference Datasets, linear regression (https://www.itl.nist.gov/div898/strd/lls/lls.shtml): lower
 * difficulty Norris and Pontius, average NoInt1 and NoInt2, higher Filip, Longley and Wampler1 to Wampler5. Observations and
 * certified values are written down from memory; the test works each of them out by exact rational arithmetic as well, so that
 * a figure that memory got wrong would show.
 */
export interface LinearSet {
  readonly name: string;
  /** Decimals as texts, so that they are exact. */
  readonly y: readonly string[];
  /** The columns of the fit; a polynomial has one x and a degree. */
  readonly x: readonly (readonly string[])[];
  readonly degree?: number;
  readonly intercept: boolean;
  readonly certified: readonly string[];
  /** The residual standard deviation; 0 of exact fits. */
  readonly deviation: string;
}

const words = (text: string): string[] => text.trim().split(/\s+/);
const odd = (text: string) => words(text).filter((_, i) => i % 2 === 0);
const even = (text: string) => words(text).filter((_, i) => i % 2 === 1);

/** y and x in turn. */
const NORRIS = `0.1 0.2 338.8 337.4 118.1 118.2 888.0 884.6 9.2 10.1 228.1 226.5 668.5 666.3 998.5 996.3 449.1 448.6
  778.9 777.0 559.2 558.2 0.3 0.4 0.1 0.6 778.1 775.5 668.8 666.9 339.3 338.0 448.9 447.5 10.8 11.6 557.7 556.0 228.3 228.1
  998.0 995.8 888.8 887.6 119.6 120.2 0.3 0.3 0.6 0.3 557.6 556.8 339.3 339.1 888.0 887.2 998.5 999.0 778.9 779.0
  10.2 11.1 117.6 118.3 228.9 229.2 668.4 669.1 449.2 448.9 0.2 0.5`;

const PONTIUS = `.11019 .21956 .32949 .43899 .54803 .65694 .76562 .87487 .98292 1.09146 1.20001 1.30822 1.41599 1.52399 1.63194
  1.73947 1.84646 1.95392 2.06128 2.16844 .11052 .22018 .32939 .43886 .54798 .65739 .76596 .87474 .98300 1.09150 1.20004
  1.30818 1.41613 1.52408 1.63159 1.73965 1.84696 1.95445 2.06177 2.16829`;

const FILIP = `0.8116 -6.860120914 0.9072 -4.324130045 0.9052 -4.358625055 0.9039 -4.358426747 0.8053 -6.955852379
  0.8377 -6.661145254 0.8667 -6.355462942 0.8809 -6.118102026 0.7975 -7.115148017 0.8162 -6.815308569 0.8515 -6.519993057
  0.8766 -6.204119983 0.8885 -5.853871964 0.8859 -6.109523091 0.8959 -5.79832982 0.8913 -5.482672118 0.8959 -5.171791386
  0.8971 -4.851705903 0.9021 -4.517126416 0.909 -4.143573228 0.9139 -3.709075441 0.9199 -3.499489089 0.8692 -6.300769497
  0.8872 -5.953504836 0.89 -5.642065153 0.891 -5.031376979 0.8977 -4.680685696 0.9035 -4.329846955 0.9078 -3.928486195
  0.7675 -8.56735134 0.7705 -8.363211311 0.7713 -8.107682739 0.7736 -7.823908741 0.7775 -7.522878745 0.7841 -7.218819279
  0.7971 -6.920818754 0.8329 -6.628932138 0.8641 -6.323946875 0.8804 -5.991399828 0.7668 -8.781464495 0.7633 -8.663140179
  0.7678 -8.473531488 0.7697 -8.247337057 0.77 -7.971428747 0.7749 -7.676129393 0.7796 -7.352812702 0.7897 -7.072065318
  0.8131 -6.774174009 0.8498 -6.478861916 0.8741 -6.159517513 0.8061 -6.835647144 0.846 -6.53165267 0.8751 -6.224098421
  0.8856 -5.910094889 0.8919 -5.598599459 0.8934 -5.290645224 0.894 -4.974284616 0.8957 -4.64454848 0.9047 -4.290560426
  0.9129 -3.885055584 0.9209 -3.408378962 0.9219 -3.13200249 0.7739 -8.726767166 0.7681 -8.66695597 0.7665 -8.511026475
  0.7703 -8.165388579 0.7702 -7.886056648 0.7761 -7.588043762 0.7809 -7.283412422 0.7961 -6.995678626 0.8253 -6.691862621
  0.8602 -6.392544977 0.8809 -6.067374056 0.8301 -6.684029655 0.8664 -6.378719832 0.8834 -6.065855188 0.8898 -5.752272167
  0.8964 -5.132414673 0.8963 -4.811352704 0.9074 -4.098269308 0.9119 -3.66174277 0.9228 -3.2644011`;

const upTo20 = Array.from({ length: 21 }, (_, i) => i);
const whole = (x: number) => [0, 1, 2, 3, 4, 5].reduce((sum, k) => sum + x ** k, 0);
/** Residuals that are orthogonal to every polynomial of degree five over 0 to 20. */
const DELTAS = words(
  '759 -2048 2048 -2048 2523 -2048 2048 -2048 1838 -2048 2048 -2048 1838 -2048 2048 -2048 2523 -2048 2048 -2048 759',
).map(Number);
const wampler = (name: string, y: readonly string[], certified: readonly string[], deviation: string): LinearSet => ({
  name,
  y,
  x: [upTo20.map(String)],
  degree: 5,
  intercept: true,
  certified,
  deviation,
});
const ONES = ['1', '1', '1', '1', '1', '1'];

export const LINEAR_SETS: readonly LinearSet[] = [
  {
    name: 'Norris',
    y: odd(NORRIS),
    x: [even(NORRIS)],
    degree: 1,
    intercept: true,
    certified: ['-0.262323073774029', '1.00211681802045'],
    deviation: '0.884796396144373',
  },
  {
    name: 'Pontius',
    y: words(PONTIUS),
    x: [Array.from({ length: 40 }, (_, i) => String(150_000 * ((i % 20) + 1)))],
    degree: 2,
    intercept: true,
    certified: ['0.673565789473684e-3', '0.732059160401003e-6', '-0.316081871345029e-14'],
    deviation: '0.205177424076185e-3',
  },
  {
    name: 'NoInt1',
    y: Array.from({ length: 11 }, (_, i) => String(130 + i)),
    x: [Array.from({ length: 11 }, (_, i) => String(60 + i))],
    intercept: false,
    certified: ['2.07438016528926'],
    deviation: '3.56753034006338',
  },
  {
    name: 'NoInt2',
    y: ['3', '4', '4'],
    x: [['4', '5', '6']],
    intercept: false,
    certified: ['0.727272727272727'],
    deviation: '0.369274472937998',
  },
  {
    name: 'Filip',
    y: odd(FILIP),
    x: [even(FILIP)],
    degree: 10,
    intercept: true,
    certified: [
      '-1467.48961422980',
      '-2772.17959193342',
      '-2316.37108160893',
      '-1127.97394098372',
      '-354.478233703349',
      '-75.1242017393757',
      '-10.8753180355343',
      '-1.06221498588947',
      '-0.670191154593408e-1',
      '-0.246781078275479e-2',
      '-0.402962525080404e-4',
    ],
    deviation: '0.334801051324544e-2',
  },
  {
    name: 'Longley',
    y: words('60323 61122 60171 61187 63221 63639 64989 63761 66019 67857 68169 66513 68655 69564 69331 70551'),
    x: [
      words('83.0 88.5 88.2 89.5 96.2 98.1 99.0 100.0 101.2 104.6 108.4 110.8 112.6 114.2 115.7 116.9'),
      words(
        '234289 259426 258054 284599 328975 346999 365385 363112 397469 419180 442769 444546 482704 502601 518173 554894',
      ),
      words('2356 2325 3682 3351 2099 1932 1870 3578 2904 2822 2936 4681 3813 3931 4806 4007'),
      words('1590 1456 1616 1650 3099 3594 3547 3350 3048 2857 2798 2637 2552 2514 2572 2827'),
      words(
        '107608 108632 109773 110929 112075 113270 115094 116219 117388 118734 120445 121950 123366 125368 127852 130081',
      ),
      Array.from({ length: 16 }, (_, i) => String(1947 + i)),
    ],
    intercept: true,
    certified: [
      '-3482258.63459582',
      '15.0618722713733',
      '-0.358191792925910e-1',
      '-2.02022980381683',
      '-1.03322686717359',
      '-0.511041056535807e-1',
      '1829.15146461355',
    ],
    deviation: '304.854073561965',
  },
  wampler('Wampler1', upTo20.map(whole).map(String), ONES, '0'),
  wampler(
    'Wampler2',
    upTo20
      .map((x) => [0, 1, 2, 3, 4, 5].reduce((sum, k) => sum + x ** k * 10 ** (5 - k), 0))
      .map((units) => `${units}e-5`),
    ['1', '0.1', '0.01', '0.001', '0.0001', '0.00001'],
    '0',
  ),
  wampler(
    'Wampler3',
    upTo20.map((x) => String(whole(x) + DELTAS[x])),
    ONES,
    '2360.14502379268',
  ),
  wampler(
    'Wampler4',
    upTo20.map((x) => String(whole(x) + 100 * DELTAS[x])),
    ONES,
    '236014.502379268',
  ),
  wampler(
    'Wampler5',
    upTo20.map((x) => String(whole(x) + 10_000 * DELTAS[x])),
    ONES,
    '23601450.2379268',
  ),
];
