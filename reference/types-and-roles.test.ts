/**
 * What columns of open datasets are (vega-datasets package; sources of each file in its own SOURCES), as judged by hand
 * from the files and their descriptions before the inference was run on them. Where a careful reader could hold either
 * of two roles, both are named. For comparison the same columns go through two general-purpose type guessers: the CSV
 * reader of arquero 7 and d3-dsv's autoType. These guess types only, of no roles.
 */
import { fromCSV } from 'arquero';
import { autoType } from 'd3-dsv';
import Papa from 'papaparse';
import type { ColumnProfile, ColumnType, Role } from '@/core/inference';
import { rowsOfDataset } from '@/testing/datasets';
import { readTable } from '@/testing/table';

const TYPES: Readonly<Record<string, ColumnType>> = {
  i: 'integer',
  d: 'decimal',
  D: 'date',
  T: 'datetime',
  t: 'text',
  b: 'boolean',
};
const ROLES: Readonly<Record<string, Role>> = { w: 'when', g: 'group', a: 'amount', k: 'key', n: 'note' };

/** One line a file: `column=type/roles`, parted by semicolons. */
const JUDGED = `
airports.csv: iata=t/k; name=t/nk; city=t/ng; state=t/g; country=t/g; latitude=d/a; longitude=d/a
anscombe.json: Series=t/g; X=i/a; Y=d/a
barley.json: yield=d/a; variety=t/g; year=i/w; site=t/g
birdstrikes.csv: Airport Name=t/g; Aircraft Make Model=t/g; Effect Amount of damage=t/g; Flight Date=D/w; Aircraft Airline Operator=t/g; Origin State=t/g; Phase of flight=t/g; Wildlife Size=t/g; Wildlife Species=t/g; Time of day=t/g; Cost Other=i/a; Cost Repair=i/a; Cost Total $=i/a; Speed IAS in knots=i/a
budgets.json: budgetYear=i/w; forecastYear=i/w; value=d/a
burtin.json: Bacteria=t/gk; Penicillin=d/a; Streptomycin=d/a; Neomycin=d/a; Gram_Staining=t/g; Genus=t/g
cars.json: Name=t/ng; Miles_per_Gallon=d/a; Cylinders=i/ga; Displacement=d/a; Horsepower=i/a; Weight_in_lbs=i/a; Acceleration=d/a; Year=D/w; Origin=t/g
co2-concentration.csv: Date=D/w; CO2=d/a; adjusted CO2=d/a
crimea.json: date=D/w; wounds=i/a; other=i/a; disease=i/a; army_size=i/a
disasters.csv: Entity=t/g; Year=i/w; Deaths=i/a
driving.json: side=t/g; year=i/w; miles=i/a; gas=d/a
flare.json: id=i/k; name=t/nk; parent=i/ak; size=i/a
flights-2k.json: date=T/w; delay=i/a; distance=i/a; origin=t/g; destination=t/g
flights-airport.csv: origin=t/g; destination=t/g; count=i/a
football.json: date=D/w; division=t/g; home_team=t/g; away_team=t/g; home_score=i/a; away_score=i/a
gapminder-health-income.csv: country=t/gnk; income=i/a; health=d/a; population=i/a; region=t/g
gapminder.json: year=i/w; country=t/g; cluster=i/ga; pop=i/a; life_expect=d/a; fertility=d/a
github.csv: time=T/w; count=i/a
global-temp.csv: year=i/w; temp=d/a
income.json: name=t/g; region=t/g; id=i/k; pct=d/a; total=i/a; group=t/g
iowa-electricity.csv: year=D/w; source=t/g; net_generation=i/a
jobs.json: job=t/g; sex=t/g; year=i/w; count=i/a; perc=d/a
la-riots.csv: first_name=t/gnk; last_name=t/gnk; age=i/a; gender=t/g; race=t/g; death_date=D/w; address=t/gnk; neighborhood=t/gn; type=t/g; longitude=d/a; latitude=d/a
lookup_people.csv: name=t/gk; age=i/a; height=i/a
londonCentroids.json: name=t/gnk; cx=d/a; cy=d/a
monarchs.json: name=t/gk; start=i/w; end=i/w; index=i/ak
movies.json: Title=t/n; US Gross=i/a; Worldwide Gross=i/a; US DVD Sales=i/a; Production Budget=i/a; Release Date=D/w; MPAA Rating=t/g; Running Time min=i/a; Distributor=t/g; Source=t/g; Major Genre=t/g; Creative Type=t/g; Director=t/gn; Rotten Tomatoes Rating=i/a; IMDB Rating=d/a; IMDB Votes=i/a
obesity.json: id=i/k; rate=d/a; state=t/gk
ohlc.json: date=D/w; open=d/a; high=d/a; low=d/a; close=d/a; signal=t/g; ret=d/a
penguins.json: Species=t/g; Island=t/g; Beak Length (mm)=d/a; Beak Depth (mm)=d/a; Flipper Length (mm)=i/a; Body Mass (g)=i/a; Sex=t/g
political-contributions.json: Candidate_Identification=t/k; Candidate_Name=t/gnk; Incumbent_Challenger_Status=t/g; Party_Code=i/gk; Party_Affiliation=t/g; Total_Receipts=d/a; Total_Disbursements=d/a; Beginning_Cash=d/a; Ending_Cash=d/a; Contributions_from_Candidate=d/a; Candidate_State=t/g; Coverage_End_Date=D/w; Refunds_to_Individuals=i/a
population.json: year=i/w; age=i/a; sex=i/ga; people=i/a
population_engineers_hurricanes.csv: state=t/gk; id=i/k; population=i/a; engineers=d/a; hurricanes=i/a
seattle-weather-hourly-normals.csv: date=T/w; pressure=d/a; temperature=d/a; wind=d/a
seattle-weather.csv: date=D/w; precipitation=d/a; temp_max=d/a; temp_min=d/a; wind=d/a; weather=t/g
sp500-2000.csv: date=D/w; open=d/a; high=d/a; low=d/a; close=d/a; adjclose=d/a; volume=i/a
sp500.csv: date=D/w; price=d/a
stocks.csv: symbol=t/g; date=D/w; price=d/a
unemployment-across-industries.json: series=t/g; year=i/w; month=i/w; count=i/a; rate=d/a; date=T/w
unemployment.tsv: id=i/k; rate=d/a
us-employment.csv: month=D/w; nonfarm=i/a; private=i/a; goods_producing=i/a; wholesale_trade=d/a; retail_trade=d/a; utilities=d/a; information=i/a; government=i/a; nonfarm_change=i/a
us-state-capitals.json: lon=d/a; lat=d/a; state=t/gk; city=t/gnk
weather.csv: location=t/g; date=D/w; precipitation=d/a; temp_max=d/a; temp_min=d/a; wind=d/a; weather=t/g
wheat.json: year=i/w; wheat=d/a; wages=d/a
windvectors.csv: longitude=d/a; latitude=d/a; dir=i/a; dirCat=i/ag; speed=d/a
zipcodes.csv: zip_code=t/k; latitude=d/a; longitude=d/a; city=t/gn; state=t/g; county=t/gn
`;

interface Judgement {
  readonly file: string;
  readonly column: string;
  readonly type: ColumnType;
  readonly roles: readonly Role[];
}

const judgements: Judgement[] = JUDGED.trim()
  .split('\n')
  .flatMap((line) => {
    const [file, columns] = line.split(/:\s(.*)/s);
    return columns.split(';').map((text) => {
      const [column, judged] = text.trim().split('=');
      const [type, roles] = judged.split('/');
      return { file, column, type: TYPES[type], roles: [...roles].map((role) => ROLES[role]) };
    });
  });

const tables = new Map<string, ColumnProfile[]>();
function profilesOf(file: string): ColumnProfile[] {
  let found = tables.get(file);
  if (!found) tables.set(file, (found = [...readTable(rowsOfDataset(file)).columns]));
  return found;
}

const headersOf = (file: string) => rowsOfDataset(file)[0];

test('at least 150 columns are judged', () => expect(judgements.length).toBeGreaterThanOrEqual(150));

test('at least 99 % of the columns get the type and the role that a careful reader gave them', () => {
  const misses = judgements.filter(({ file, column, type, roles }) => {
    const profile = profilesOf(file)[headersOf(file).indexOf(column)];
    return profile.type !== type || !roles.includes(profile.role);
  });
  const told = misses.map(({ file, column, type, roles }) => {
    const profile = profilesOf(file)[headersOf(file).indexOf(column)];
    return `${file}, ${column}: ${profile.type} ${profile.role}, judged ${type} ${roles.join(' or ')}`;
  });
  const others = guessersRight();
  console.info(
    [
      `${judgements.length - misses.length} of ${judgements.length} columns as judged; types alone: ${others.map(({ name, right }) => `${name} ${right}`).join(', ')}. Misses:`,
      ...(told.length > 0 ? told : ['none']),
    ].join('\n  '),
  );
  expect(misses.length).toBeLessThanOrEqual(judgements.length * 0.01);
});

/** How many types two general-purpose guessers get right on the same columns, dates with and without times taken as one. */
function guessersRight(): { name: string; right: number }[] {
  const wide = (type: ColumnType) =>
    type === 'integer' || type === 'decimal' ? 'number' : type === 'date' || type === 'datetime' ? 'date' : type;
  const kindOf = (value: unknown) =>
    typeof value === 'number'
      ? 'number'
      : value instanceof Date
        ? 'date'
        : typeof value === 'boolean'
          ? 'boolean'
          : 'text';
  const rightOf = (kindAt: (file: string, column: string) => string) =>
    judgements.filter(({ file, column, type }) => kindAt(file, column) === wide(type)).length;
  const arquero = new Map<string, ReturnType<typeof fromCSV>>();
  return [
    {
      name: 'ours',
      right: rightOf((file, column) => wide(profilesOf(file)[headersOf(file).indexOf(column)].type)),
    },
    {
      name: 'arquero',
      right: rightOf((file, column) => {
        let table = arquero.get(file);
        if (!table) arquero.set(file, (table = fromCSV(Papa.unparse(rowsOfDataset(file) as string[][]))));
        return kindOf(
          [...(table.array(column) as unknown[])].find(
            (value) => value !== null && value !== undefined && value !== '',
          ),
        );
      }),
    },
    {
      name: 'd3-dsv',
      right: rightOf((file, column) => {
        const [header, ...rows] = rowsOfDataset(file);
        const at = header.indexOf(column);
        const kinds = rows
          .map((row) => kindOf(Object.values(autoType({ cell: row[at] }) as object)[0]))
          .filter((_, i) => rows[i][at] !== '');
        return kinds.every((kind) => kind === kinds[0]) ? kinds[0] : 'text';
      }),
    },
  ];
}
