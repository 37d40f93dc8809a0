/**
 * What the words of headers say of amounts, in English, German, French, Spanish, Italian, Portuguese and Dutch (common
 * practice, no source). A word may stand under several ideas: they are weighed against each other.
 */
const LISTS = {
  /** What one of a thing costs. */
  price: `close high low open price prices quote tariff
    preis tarif kurs prix precio tarifa prezzo tariffa preco prijs tarief`,
  /** What one pays for a time or a turn; of many it is what came in. */
  fee: `fare fee fees premium rent tuition toll miete gebuhr loyer alquiler affitto aluguel huur`,
  /** So much for each of something else. */
  each: `capita per je pro par por percapita`,
  /** A figure for each, or a part of a whole. */
  rate: `density efficiency fertility fraction frequency growth illiteracy incidence inflation intensity interest
    literacy margin mortality odds pct perc percent percentage percentages poverty prevalence prob probability prop
    proportion rate rates ratio return share turn turnout unemp unemployment utilisation utilization occupancy concentration
    quote anteil rate satz auslastung marge rendite zins taux part ratio marge densite tasa proporcion margen
    porcentaje tasso quota percentuale margine taxa proporcao margem percentagem aandeel marge dichtheid percentage`,
  average: `average avg expectancy expected mean med median normal typical usual
    durchschnitt mittel mittelwert schnitt moyenne moyen mediane media promedio mediana medio gemiddelde gemiddeld mediaan`,
  score: `attitude exam gini gpa grade hdi idx index indices iq performance prestige quality rank ranking rating ratings
    reliability satisfaction scale score scores stage stars nps position mark marks
    note bewertung punktzahl zufriedenheit indice cote evaluation satisfaction puntuacion calificacion satisfaccion
    punteggio voto valutazione soddisfazione nota avaliacao satisfacao cijfer beoordeling tevredenheid`,
  measure: `acceleration altitude angle anomaly breadth circumference concentration current depth diameter displacement
    dist distance dose elev elevation energy girth hardness head heading height hip horsepower hp humidity lat latitude length
    lon lng long longitude mag magnitude mass max maximum min minimum moisture mpg nox oxygen ozone ph power ppm pressure radius reaction
    room size slope so2 co2 span speed strength temp temperature temps thickness torque uptake velocity voltage waist
    weight wheelbase width wind wt
    breite druck durchmesser feuchte feuchtigkeit geschwindigkeit gewicht grosse hohe lange leistung spannung temperatur tiefe
    altitude debit distance hauteur humidite largeur longueur masse poids pression profondeur taille temperature tension vitesse
    altura ancho humedad largo longitud peso presion profundidad temperatura velocidad
    altezza larghezza lunghezza pressione profondita umidita velocita
    comprimento largura pressao profundidade umidade velocidade
    breedte diepte druk gewicht hoogte lengte luchtvochtigheid snelheid temperatuur`,
  body: `age albumin ages blood bmi bp chol cholesterol fat glucose pulse systolic diastolic
    alter blutdruck puls age pouls edad pulso eta idade leeftijd`,
  duration: `duration educ education elapsed exper experience futime school schooling seniority tenure time wait waiting
    year years yrs late delay delays
    dauer wartezeit erfahrung verspatung duree attente anciennete retard duracion espera antiguedad retraso durata attesa
    anzianita ritardo duracao espera atraso duur wachttijd ervaring vertraging`,
  /** So much of the calendar or the clock that adds up where each row took its own. */
  minutes: `day days hour hours hrs mins minute minutes month months night nights week weeks
    stunden minuten tage nachte wochen heures minutes jours nuits semaines horas minutos dias noches noites semanas
    ore minuti giorni notti settimane uren minuten dagen nachten weken`,
  /** A span from one moment to another, of each row its own. */
  span: `ahead since until delay delays late early between after before waited waiting`,
  /** A unit that a quantity is told in. */
  quantity: `personyears persondays kg kilos kilo litres liters litre liter gallons kwh mwh tonnes tons hectares liter kilowattstunden tonnen litros litri toneladas tonnellate tonneaux`,
  /** How many there were. */
  count: `absences accidents admissions applicants applications arrests attempts attendance attended births boarded booked bookings boys bronze
    calls cars cases clicks complaints copies count counts covers crimes crossings deaths defects deliveries downloads dwellings events
    faults failures fatal fatalities female females footfall freq games girls goals gold guests hits homes homicides suicides adverts households impressions injured items
    joined killed left likes loans lost male males members men missed murders n no num number openings orders parcels passengers patients people pages packs pallets plants pots bottles boxes bags crates meals loaves cups rolls
    persons pieces places players pupils rentals returned returns runs seats served sessions shipped silver signups sold students sum
    tickets tot total trays transfers treated trips units users vehicles victims views visitors visits votes wins women
    anzahl aufrufe besuche besucher bestellungen buchungen falle gaste geburten kunden menge personen sitze stuck stimmen tote verkauft
    nombre naissances deces visites visiteurs commandes reservations places quantite ventes voix
    numero cantidad cantidades entradas nacimientos pedidos personas plazas reservas unidades visitas visitantes vendidos votos
    nascite ordini persone pezzi posti prenotazioni quantita unita visite visitatori venduti voti
    pessoas pecas quantidade quantidades unidades vendidos visitantes
    aantal aantallen bestellingen bezoekers bezoeken boekingen gasten geboorten personen plaatsen stuks stemmen verkocht`,
  income: `earning earnings income incomes pay salaries salary wage wages
    einkommen gehalt lohn revenu salaire salaires ingreso salario sueldo reddito stipendio salario renda salaris loon inkomen`,
  total: `all gross sum tot total totals
    gesamt gesamtbetrag summe brutto ensemble somme totaux totale totales suma totali somma soma totaal som bruto`,
  /** What came in, went out, was made or was used. */
  flow: `amount amounts bill billed bought budget catch charge charged charges collected commission consumption cost costs debt delivered donation donations
    expenditure expenditures expense expenses exports fares fines gdp generation gift gifts gnp gross gsp harvest imports
    invoice invoiced issued ordered shipped labor labour loan loans made materials medicines net output paid parts payment payments picked precip precipitation
    produced production profit profits purchase purchases qty quantity rain rainfall receipts received refund refunds rejects
    repairs revenue revenues sales savings scrap snow snowfall sold spend spending spent spoilt takings tax tip tips turnover used usage value vat volume
    waste withdrawals deposits discount earned planned booked quoted raised banked takings turnover
    ausgaben betrag einnahmen ertrag erlos erlose gewinn kosten lieferung lieferungen niederschlag produktion regen spende spenden
    steuer trinkgeld umsatz umsatze verbrauch verlust wert zahlung zahlungen netto
    achats benefice chiffre consommation cout couts depense depenses impot livraisons montant pluie production recette recettes taxe valeur ventes versement
    beneficio compras consumo coste costes costo costos gasto gastos importe impuesto ingresos iva lluvia pago pagos produccion valor venta ventas
    acquisti consumo costi costo imposta importo incasso incassi pioggia produzione ricavi spesa spese valore vendite
    chuva compras consumo custo custos despesa despesas imposto lucro pagamento pagamentos producao receita receitas valor venda vendas
    bedrag belasting inkomsten kosten neerslag omzet opbrengst productie regen uitgave uitgaven verbruik verkoop waarde winst`,
  /** Of these, what firms write of their own days: it adds up also where no date stands beside it. */
  trade: `takings sales revenue revenues turnover billed invoiced ordered sold bought paid spent received collected shipped delivered picked banked raised
    umsatz umsatze erlos einnahmen verkauft bestellt bezahlt ventes recettes vendu commande ventas ingresos vendido pedido vendite incasso incassi venduto
    vendas vendido receita omzet opbrengst verkocht besteld betaald`,
  /** What stands at a moment. */
  level: `assets balance capital cpi employed employees employment hand headcount inhabitants inventory jobs level levels members
    outstanding owed pop population ppi remaining reserve reserves residents stock stocks store subscribers workers
    bestand einwohner guthaben kontostand lager lagerbestand mitarbeiter mitglieder saldo vorrat
    adherents effectif effectifs habitants niveau solde stock stocks abonnes
    empleados existencias habitantes inventario nivel poblacion saldo socios
    abitanti dipendenti giacenza iscritti livello popolazione saldo scorte
    estoque funcionarios habitantes membros nivel populacao saldo
    bevolking inwoners leden medewerkers niveau personeel saldo voorraad`,
  /** What was added up from row to row already. */
  running: `cumulative cumul accumulated kumuliert aufgelaufen cumule acumulado cumulativo cumulatief`,
} as const;

export type Idea = keyof typeof LISTS;

/** Letters without their marks, words apart: "unitPrice (net)" is "unit", "price", "net". */
export function wordsOf(name: string): string[] {
  return name
    .replace(/([\p{Ll}\d])(\p{Lu})/gu, '$1 $2')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll('ß', 'ss')
    .split(/[^\p{L}\d]+/u)
    .flatMap((word) => (word === '' ? [] : [word]));
}

const IDEAS = Object.keys(LISTS) as Idea[];
const OF_WORD = new Map<string, Idea[]>();
for (const idea of IDEAS)
  for (const word of new Set(LISTS[idea].split(/\s+/))) OF_WORD.set(word, [...(OF_WORD.get(word) ?? []), idea]);

/** Of the short words only these count as a part of a longer one. */
const SHORT = /^(pct|avg|pop|tot|num|gdp|cpi|mpg|bmi)$/;
const PARTS = [...OF_WORD.keys()].filter((word) => word.length >= 4 || SHORT.test(word));
/** Shorter words hold no other: what is left over has to be a word, too. */
const LEAST_LEFT = 2;

function ideasOfWord(word: string): readonly Idea[] {
  const whole = OF_WORD.get(word);
  if (whole) return whole;
  // "Stückpreis", "laborprice", "hwage": the word stands at the end or the beginning, the longest wins.
  const fits = (end: boolean) =>
    PARTS.filter(
      (part) =>
        word.length >= part.length + (end ? 1 : LEAST_LEFT) && (end ? word.endsWith(part) : word.startsWith(part)),
    ).sort((a, b) => b.length - a.length)[0];
  const part = fits(true) ?? fits(false);
  return part === undefined ? [] : (OF_WORD.get(part) ?? []);
}

/** What stands behind these says from where or to where, and is not what the numbers are: "Days since purchase". */
const FROM = new Set(
  'since until to before after seit bis vor nach depuis jusque avant apres desde hasta antes despues da fino prima dopo ate depois sinds tot'.split(
    ' ',
  ),
);

/** The ideas that the words of a header stand for. Example: `[...ideasOf('Stückpreis')]` is `['price']`. */
export function ideasOf(name: string): ReadonlySet<Idea> {
  const words = wordsOf(name);
  const from = words.findIndex((word, i) => i > 0 && FROM.has(word));
  return new Set((from < 0 ? words : words.slice(0, from + 1)).flatMap(ideasOfWord));
}

/** Nouns of many, in English: "visits", not "glass", "gas" or "status". */
export function isPlural(name: string): boolean {
  return wordsOf(name).some((word) => word.length > 3 && /[^suia]s$/.test(word));
}
