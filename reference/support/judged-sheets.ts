/**
 * What a row of a sheet is, how its amounts are summarised, and the chart that a careful maker would show first: judged
 * by hand from the files and their descriptions before the rules were written. Files are those of vega-datasets (whose
 * SOURCES names where each comes from), sheets of the invented demo business, and made-up ones of small firms. The
 * judgements rest on common practice, no source: what happened is totalled, what is measured is averaged, levels over
 * time are the last or an average.
 */

/**
 * One line a sheet: the file; what a row may be; columns with the summaries that would do; the first chart as forms and
 * columns. `*` is any column more, and `|` parts what would do as well.
 */
export const JUDGED_SHEETS = `
airports.csv / thing / latitude=mean; longitude=mean / bar|column state
anscombe.json / thing|reading|event / X=mean; Y=mean / scatter X+Y|X+Y+Series
barley.json / thing-in-period|reading|thing / yield=mean / bar|column|dot variety+yield|site+yield|*yield
birdstrikes.csv / event / Cost Total $=sum; Cost Repair=sum; Cost Other=sum; Speed IAS in knots=mean / line|column Flight Date|Flight Date+Cost Total $|Flight Date+*
burtin.json / thing / Penicillin=mean; Streptomycin=mean; Neomycin=mean / scatter|bar|column *Penicillin|*Streptomycin|*Neomycin
cars.json / thing / Miles_per_Gallon=mean; Displacement=mean; Horsepower=mean; Weight_in_lbs=mean; Acceleration=mean / scatter *
co2-concentration.csv / period|reading / CO2=mean|last; adjusted CO2=mean|last / line Date+CO2|Date+adjusted CO2|Date+CO2+adjusted CO2
crimea.json / period / wounds=sum; other=sum; disease=sum; army_size=last|mean / line date+disease|date+*
disasters.csv / thing-in-period / Deaths=sum / line Year+Deaths|Year+Deaths+Entity
driving.json / period|reading / gas=mean|last / line|scatter year+miles|year+gas|year+miles+gas|miles+gas
flights-2k.json / event / delay=mean; distance=mean|sum / line|column date|date+*
flights-airport.csv / cell|thing / count=sum / bar|column origin+count|destination+count
football.json / event / home_score=mean|sum; away_score=mean|sum / line|column date|date+*
gapminder-health-income.csv / thing / income=mean; health=mean; population=sum|mean / scatter income+health|income+health+region
gapminder.json / thing-in-period / pop=sum|mean|last; life_expect=mean; fertility=mean / line|scatter year+life_expect|year+fertility|fertility+life_expect|year+*
github.csv / period|reading|event / count=sum / line|column time+count
global-temp.csv / period|reading / temp=mean|last / line year+temp
iowa-electricity.csv / thing-in-period / net_generation=sum / line|column year+net_generation|year+net_generation+source
jobs.json / thing-in-period|cell / count=sum; perc=mean|sum / line year+count|year+count+sex
la-riots.csv / event|thing / age=mean / bar|column|line death_date|race|gender|type|neighborhood|death_date+*
lookup_people.csv / thing / age=mean; height=mean / bar|column|scatter *
movies.json / thing|event / US Gross=sum|mean; Worldwide Gross=sum|mean; Running Time min=mean; IMDB Rating=mean; Rotten Tomatoes Rating=mean; Production Budget=sum|mean / scatter|line|bar|column *
obesity.json / thing / rate=mean / bar|column state+rate
ohlc.json / period|reading / open=mean|last; high=mean|max|last; low=mean|min|last; close=mean|last; ret=mean|last / line date+close|date+*
penguins.json / thing / Beak Length (mm)=mean; Beak Depth (mm)=mean; Flipper Length (mm)=mean; Body Mass (g)=mean / scatter Flipper Length (mm)+Body Mass (g)|Flipper Length (mm)+Body Mass (g)+Species|*
political-contributions.json / thing / Total_Receipts=sum|mean; Total_Disbursements=sum|mean; Refunds_to_Individuals=sum|mean / scatter|bar|column *
population.json / cell|thing-in-period / people=sum / line|bar|column year+people|year+people+sex|age+people
population_engineers_hurricanes.csv / thing / population=sum|mean; engineers=mean; hurricanes=sum|mean / bar|column|scatter state+*|*
seattle-weather-hourly-normals.csv / reading|period / pressure=mean|last; temperature=mean|last; wind=mean|last / line date+temperature|date+pressure|date+wind
seattle-weather.csv / period|reading / precipitation=sum|mean; temp_max=mean; temp_min=mean; wind=mean / line date+temp_max|date+precipitation|date+temp_min|date+temp_max+temp_min
sp500.csv / period|reading / price=last|mean / line date+price
stocks.csv / thing-in-period|reading / price=last|mean / line date+price+symbol|date+price
unemployment-across-industries.json / thing-in-period / count=sum|last|mean; rate=mean|last / line date+count|date+count+series|date+rate|date+rate+series
unemployment.tsv / thing / rate=mean / column rate
us-employment.csv / period|reading / nonfarm=last|mean; private=last|mean; manufacturing=last|mean; government=last|mean / line month+*
us-state-capitals.json / thing / lat=mean; lon=mean / scatter|bar|column *
weather.csv / thing-in-period|reading|period / precipitation=sum|mean; temp_max=mean; temp_min=mean; wind=mean / line date+*
wheat.json / period|reading / wheat=mean|last; wages=mean|last / line year+wheat|year+wages|year+wheat+wages
windvectors.csv / reading|thing / speed=mean; longitude=mean; latitude=mean / scatter|column|bar *
zipcodes.csv / thing / latitude=mean; longitude=mean / bar|column state
till-receipts.csv / event / Takings=sum; Quantity=sum; Unit price=mean / line Sold on+Takings
watering-log.csv / period|reading / Water used=sum; Tank level=mean|last; Rain=sum|mean / line|column Date+Water used
germination-trials.csv / thing|reading|event / Sowing depth=mean; Soil warmth=mean; Days to emerge=mean; Emerged=mean / scatter Soil warmth+Days to emerge|Soil warmth+Days to emerge+Variety
heating-costs.xlsx / thing-in-period / Amount=sum / line|column Month+Amount|Month+Amount+Bay
season-plan.xlsx / thing-in-period / Planned takings=sum / line|column Month+Planned takings|Month+Planned takings+Plant group
bench-targets.csv / thing|event / Target trays=sum|mean; Trays potted=sum|mean / combo|bar|column|scatter Bench+*|Target trays+Trays potted|Crop+*
plumbing jobs / event / Hours=sum; Parts=sum; Rating=mean / line|column Date+Parts|Date+Hours|Date
stock by month / thing-in-period / Stock=last|sum; Deliveries=sum / line|column Month+Deliveries|Month+Deliveries+Store|Month+Stock+Store|Month+Stock
fridge readings / reading / Temperature=mean; Humidity=mean / line Read at+Temperature+Fridge|Read at+Temperature|Read at+Humidity+Fridge
guest survey / thing|event / Food=mean; Service=mean; Nights=mean|sum / bar|column|scatter Age group+*|Came from+*|Would return+*|Came from|Age group|Would return|Food+Service
staff list / thing / Age=mean; Hourly pay=mean; Years with us=mean / scatter|bar|column *
customer list / thing / Orders=sum|mean; Spent=sum|mean / bar|column|scatter Town+Spent|Town+Orders|Orders+Spent|Orders+Spent+Town
invoices / event / Net=sum; VAT rate=mean / line|column Invoiced on+Net
price list / thing / Price=mean; Weight=mean / bar|column|scatter Kind+Price|Item+Price|Price+Weight|Price+Weight+Kind
electricity meter / reading|period / Meter=last|max / line Read on+Meter
gym by month / period / Members=last|mean; Joined=sum; Left=sum; Visits=sum / line Month+Visits|Month+Members|Month+Joined+Left
course bookings / event / Seats=sum; Price per seat=mean / line|column Booked on+Seats|Booked on
web by day / period / Visitors=sum; Orders=sum; Bounce rate=mean / line Day+Visitors
parcel run / event / Weight=sum; Minutes late=mean|sum / line|column Delivered+Weight|Delivered
visitors counted / cell / Number=sum / bar|column Hall+Number|Ticket+Number|Season+Number|Hall+Number+*
working hours / thing-in-period|event / Hours worked=sum; Hourly rate=mean / line|column Week+Hours worked|Week+Hours worked+Who|Who+Hours worked
bestellungen / event / Umsatz=sum; Stückpreis=mean; Menge=sum / line|column Datum+Umsatz
relevés de température / period|reading / Température=mean|last; Pluie=sum|mean / line|column Jour+Température|Jour+Pluie
shop figures / period / Bread=sum; Cakes=sum; Coffee=sum; Total=sum / line|column Month+Total|Month+Bread+Cakes+Coffee|Month+Bread
milk by cow / thing-in-period|reading|event / Milk=sum|mean; Fat=mean / line|column Date+Milk|Date+Milk+Cow
accounts at month end / thing-in-period|reading / Balance=last|sum / line|column Month end+Balance+Account|Month end+Balance
`;
