/**
 * Words of titles and units that say what is measured, in English, German,
 * French, Spanish, Polish, Finnish, Dutch, Italian, Portuguese and Swedish;
 * without accents, as `plainWords` gives them. `word*` is a beginning, `*word` an
 * end, as of German and Finnish compounds, and `one_two` are words one after another.
 */
import type { Measure } from './kind.ts';

const RUNNING = `
  cumulative cumulated cumul* running_total to_date ytd since_start kumul* aufgelaufen* seit_beginn cumule* acumulad*
  skumulowan* narastajac* kertyma kumulat* cumulatie* cumulato cumulata cumulati progressivo ackumulerad*`;

const RANK = `
  rank ranks ranking rankings placing standing standings rang rangplatz platzierung tabellenplatz rangfolge classement
  clasificacion puesto miejsce_w pozycja ranga sija sijoitus sijoitukset rangorde klassering classifica posizione
  classificacao posicao placering`;

const INDEX = `
  index indexes indices indeks indeksi indice indices *index *indeks *indeksi cpi hicp vpi pmi ipc hvpi`;

const RATE = `
  rate rates ratio ratios share shares percent percentage percentages pct proportion per average averages avg mean median
  quota density speed speeds velocity intensity yield yields occupancy punctuality on_time utilisation utilization factor
  margin margins probability score scores rating ratings efficiency productivity frequency fraction growth change elasticity
  multiplier coefficient deviation variance likelihood turnout coverage uptime availability interest inflation
  quote quoten *quote *quoten anteil anteile *anteil prozent* durchschnitt* *durchschnitt mittelwert mittlere
  dichte *dichte geschwindigkeit* *geschwindigkeit intensitat auslastung* *auslastung punktlichkeit marge *marge je pro
  verhaltnis *srate *enrate zins *zins zinsen wachstum veranderung abweichung haufigkeit note
  taux part_de part_des pourcentage moyenne moyennes moyen densite vitesse intensite ponctualite occupation_des remplissage
  croissance rendement evolution par inflation ecart tasa tasas cuota porcentaje media promedio mediana densidad
  velocidad puntualidad margen por proporcion rendimiento crecimiento variacion ocupacion
  stopa stopy wskaznik* udzial odsetek procent srednia srednie sredni mediana gestosc predkosc punktualnosc marza na
  inflacja wzrost zmiana wydajnosc oblozenie
  kayttoaste *saste osuus *osuus prosent* keskiarvo* keskimaarain* *keskiarvo mediaani tiheys *tiheys nopeus *nopeus suhde tasmallisyys
  kasvu muutos inflaatio korko *korko
  aandeel gemiddeld* dichtheid snelheid verhouding stiptheid rente groei *sgraad inflatie
  tasso tassi quota percentuale medio densita velocita rapporto puntualita margine crescita inflazione
  taxa taxas percentagem porcentagem densidade velocidade pontualidade margem crescimento inflacao
  andel andelar *sandel kvot genomsnitt* medel* tathet hastighet punktlighet tillvaxt ranta *sgrad forandring`;

const TEMPERATURE = `
  temperature temperatures temp temperatur* *temperatur *temperaturen temperatura temperaturas temperatury lampotila*
  *lampotila temperatuur *temperatuur temperature celsius fahrenheit`;

const AGE = `
  age ages alter durchschnittsalter eintrittsalter lebensalter *salter age_moyen edad edades wiek ika keski_ika keskiika
  leeftijd *leeftijd eta idade idades alder medelalder lebenserwartung life_expectancy esperance_de_vie
  esperanza_de_vida elinajanodote`;

const PRICE = `
  price prices pricing cost_of_living tariff tariffs rent rents rental rentals salary salaries wage wages pay fare fares fee
  fees toll premium unit_cost unit_price
  preis preise *preis *preise kurs kurse *kurs tarif tarife *tarif miete mieten *miete lohn lohne *lohn *lohne gehalt
  gehalter *gehalt *gehalter gebuhr gebuhren
  prix cours loyer loyers salaire salaires tarifs
  precio precios tarifa tarifas alquiler alquileres salario salarios sueldo sueldos
  cena ceny czynsz czynsze placa place wynagrodzenie wynagrodzenia pensja pensje stawka stawki
  hinta hinnat *hinta *hinnat vuokra vuokrat *vuokra palkka palkat *palkka *palkat kurssi *kurssi
  prijs prijzen *prijs *prijzen huur huren loon lonen salaris salarissen koers tarief tarieven
  prezzo prezzi affitto affitti stipendio stipendi salari tariffa tariffe
  preco precos aluguel alugueis renda rendas
  pris priser *pris *priser hyra hyror lon loner avgift avgifter kurser`;

const LEVEL = `
  level levels pressure humidity salinity concentration noise decibel decibels voltage altitude elevation depth height
  width thickness weight latitude longitude distance_to ph acidity turbidity visibility luminosity brightness
  waiting_time wait lead_time response_time duration length_of_stay
  druck *druck feuchte *feuchte feuchtigkeit *feuchtigkeit pegel *pegel pegelstand wasserstand larm spannung hohe *hohe tiefe *tiefe breite
  gewicht dauer *dauer wartezeit *konzentration niveau
  pression humidite salinite bruit tension hauteur profondeur largeur poids duree niveaux
  presion humedad salinidad ruido tension altura profundidad anchura peso duracion nivel niveles
  cisnienie wilgotnosc zasolenie halas napiecie wysokosc glebokosc szerokosc waga czas_trwania czas_oczekiwania poziom
  paine *paine kosteus *kosteus suolaisuus melu *melu jannite korkeus *korkeus syvyys *syvyys leveys paino kesto *kesto
  taso *taso pinta vedenkorkeus odotusaika
  luchtdruk vochtigheid *vochtigheid geluid *geluid hoogte diepte breedte gewicht duur wachttijd peil *peil waterstand
  pressione umidita rumore tensione altezza profondita larghezza durata livello livelli
  pressao humidade umidade ruido tensao altura profundidade largura duracao nivel
  tryck *tryck fuktighet *fuktighet buller hojd djup bredd vikt tid vantetid niva *niva vattenstand`;

const STOCK = `
  stock stocks inventory inventories balance balances debt debts liabilities population populations pop inhabitants
  residents employees employment employed unemployed unemployment staff headcount workforce personnel subscribers members
  membership memberships beds seats berths fleet capacity assets reserves deposits holdings outstanding backlog students
  pupils households dwellings jobs vacancies livestock cattle
  reservoir storage
  bestand bestande *bestand *bestande lagerbestand lager vorrat vorrate saldo schulden *schulden schuldenstand bevolkerung
  *bevolkerung einwohner einwohnerzahl *einwohner beschaftigte *beschaftigte beschaftigung mitarbeiter mitarbeitende
  *mitarbeiter personal belegschaft abonnenten mitglieder *mitglieder betten *betten sitzplatze stellplatze flotte vermogen
  rucklagen einlagen arbeitslose *arbeitslose erwerbstatige studierende studenten schuler haushalte *haushalte wohnungen
  speicher *speicher
  solde soldes dette dettes population habitants salaries employes emploi emplois effectif effectifs abonnes membres lits
  flotte actifs encours chomeurs etudiants eleves menages logements
  existencias inventario deuda deudas poblacion habitantes empleados empleo plantilla suscriptores abonados socios miembros
  camas plazas flota activos parados desempleados estudiantes alumnos hogares viviendas
  zapas zapasy stan stany saldo dlug zadluzenie ludnosc populacja mieszkancy mieszkancow pracownicy pracownikow zatrudnienie
  zatrudnieni zatrudnionych zaloga abonenci abonentow czlonkowie czlonkow lozka lozek flota aktywa rezerwy bezrobotni
  bezrobotnych studenci studentow uczniowie uczniow gospodarstwa mieszkania
  varasto varastot *varasto velka velat *velka vaesto *vaesto vakiluku asukkaat asukasluku *asukkaat tyontekijat
  *tyontekijat henkilosto *henkilosto tyolliset tilaajat jasenet *jasenet vuodepaikat sangyt laivasto varat varannot
  tyottomat opiskelijat oppilaat kotitaloudet asunnot
  voorraad voorraden *voorraad schuld schulden *schuld bevolking *bevolking inwoners werknemers personeel abonnees leden
  bedden *bedden vloot activa reserves werklozen studenten leerlingen huishoudens woningen
  scorte giacenza giacenze debito debiti popolazione abitanti dipendenti addetti organico occupati abbonati membri soci letti
  flotta riserve disoccupati studenti alunni famiglie abitazioni
  estoque estoques divida dividas populacao funcionarios empregados emprego assinantes membros camas frota ativos
  desempregados estudantes alunos domicilios
  lagersaldo skuld skulder *skuld befolkning *befolkning invanare anstallda prenumeranter medlemmar *medlemmar sangar
  baddar *baddar tillgangar arbetslosa studenter elever hushall bostader`;

const FLOW = `
  sales sale revenue revenues turnover income expenses expenditure expenditures spending costs cost profit profits
  loss losses passengers visitors visits guests arrivals departures births deaths fatalities marriages divorces accidents
  incidents injuries collisions orders bookings reservations trips journeys voyages sailings crossings flights landings calls
  complaints downloads clicks sessions pageviews views impressions production output consumption generation imports exports
  shipments deliveries freight cargo catch catches harvest rainfall rain precipitation snowfall sunshine emissions waste
  admissions discharges applications registrations hires hirings starts completions overnight_stays nights cancellations cancelled canceled
  sick_days hours_worked worked sold produced consumed collected delivered carried transported donations
  payments transactions purchases receipts installations migrants immigrants emigrants immigration emigration layoffs
  umsatz umsatze *umsatz *umsatze erlos erlose *erlos *erlose einnahmen *einnahmen ausgaben *ausgaben aufwand aufwendungen
  kosten *kosten gewinn absatz *absatz verkauf verkaufe *verkaufe *verkauf fahrgaste passagiere *passagiere besucher
  *besucher gaste ankunfte abfahrten geburten *geburten lebendgeborene sterbefalle todesfalle gestorbene eheschliessungen
  scheidungen unfalle *unfalle bestellungen auftragseingang buchungen *buchungen fahrten *fahrten uberfahrten fluge anrufe
  beschwerden produktion *produktion erzeugung *erzeugung verbrauch *verbrauch einfuhr einfuhren ausfuhr ausfuhren importe
  exporte lieferungen fracht fang fangmenge ernte niederschlag *niederschlag *niederschlage regen sonnenstunden emissionen
  *emissionen abfall *abfall abfalle aufnahmen entlassungen antrage ubernachtungen *ubernachtungen neuzulassungen
  neuanmeldungen eingange abgange ausfalle stornierungen verkauft*
  ventes vente chiffre_d_affaires recettes revenus depenses couts passagers voyageurs visiteurs visites arrivees departs
  naissances deces mariages divorces accidents commandes reservations traversees trajets vols appels plaintes production
  consommation importations exportations livraisons fret peche recolte precipitations pluie emissions dechets admissions
  nuitees vendus vendues benefices
  ventas venta ingresos facturacion gastos costes costos pasajeros viajeros visitantes visitas llegadas salidas nacimientos
  defunciones muertes matrimonios divorcios accidentes pedidos viajes travesias vuelos llamadas_recibidas quejas produccion
  consumo importaciones exportaciones envios entregas capturas cosecha precipitacion precipitaciones lluvia emisiones
  residuos pernoctaciones vendidos vendidas
  sprzedaz przychody przychod wplywy wydatki koszty pasazerowie pasazerow podrozni odwiedzajacy odwiedzajacych przyjazdy
  odjazdy urodzenia zgony malzenstwa rozwody wypadki zamowienia rejsy loty skargi produkcja zuzycie import eksport dostawy
  polowy zbiory opady emisje odpady noclegi sprzedane sprzedanych
  myynti *myynti liikevaihto tulot menot kustannukset *kustannukset matkustajat matkustajia matkustajamaara *matkustajat
  kavijat kavijamaara saapuneet saapumiset lahdot syntyneet kuolleet avioliitot avioerot onnettomuudet tilaukset varaukset
  matkat lennot puhelut valitukset tuotanto *tuotanto kulutus *kulutus tuonti vienti toimitukset saalis sato sademaara sade
  paastot *paastot jate jatteet yopymiset
  omzet verkopen verkoop opbrengsten uitgaven kosten passagiers reizigers bezoekers aankomsten vertrekken geboorten
  overledenen sterfgevallen huwelijken scheidingen ongevallen bestellingen boekingen ritten vluchten productie verbruik
  invoer uitvoer leveringen vracht vangst oogst neerslag regen uitstoot afval overnachtingen verkocht
  vendite vendita ricavi fatturato entrate spese costi passeggeri viaggiatori visitatori arrivi partenze nascite decessi
  morti matrimoni divorzi incidenti ordini prenotazioni viaggi voli chiamate reclami produzione consumo consumi importazioni
  esportazioni spedizioni consegne pescato raccolto pioggia emissioni rifiuti pernottamenti presenze venduti
  vendas receita receitas faturamento despesas custos passageiros viajantes visitantes chegadas partidas nascimentos obitos
  mortes casamentos divorcios acidentes encomendas viagens voos reclamacoes producao consumo importacoes exportacoes entregas
  colheita chuva emissoes residuos dormidas vendidos
  forsaljning *forsaljning omsattning intakter utgifter kostnader passagerare resenarer besokare ankomster avgangar fodda
  doda dodsfall vigslar skilsmassor olyckor bestallningar bokningar resor overfarter flygningar samtal klagomal produktion
  forbrukning *forbrukning import leveranser frakt fangst skord nederbord regn utslapp avfall overnattningar salda`;

/** Titles of columns that hold years, such as those in which things were built. */
export const OF_YEARS = `
  year years since year_built year_founded year_opened founded established built opened launched completed commissioned born
  jahr jahre baujahr grundungsjahr geburtsjahr eroffnungsjahr gegrundet gebaut erbaut eroffnet geboren seit
  annee annees annee_de_construction fonde fondee construit construite ouvert ouverte nee depuis
  ano anos ano_de_construccion fundado fundada construido construida abierto abierta nacido nacida desde
  rok lata rok_budowy rok_zalozenia zalozony zalozona zbudowany zbudowana otwarty otwarta urodzony urodzona od
  vuosi vuodet rakennusvuosi perustamisvuosi syntymavuosi perustettu rakennettu avattu syntynyt
  jaar bouwjaar oprichtingsjaar geboortejaar opgericht gebouwd geopend
  anno anni anno_di_costruzione fondato fondata costruito costruita aperto aperta
  ano_de_construcao aberto aberta ar byggar grundat byggt oppnat fodelsear`;

/** The words of each kind, those that decide first at the head. */
export const MEASURE_WORDS: readonly (readonly [Measure, string])[] = [
  ['running total', RUNNING],
  ['rank', RANK],
  ['index', INDEX],
  ['temperature', TEMPERATURE],
  ['rate', RATE],
  ['age', AGE],
  ['price', PRICE],
  ['level', LEVEL],
  ['stock', STOCK],
  ['flow', FLOW],
];

/** What is counted both as it is there and as it comes; alone it says neither. */
export const COUNTED = `
  customer customers client clients user users case cases ticket tickets account accounts contract contracts vehicle vehicles
  car cars companies firms kunde kunden nutzer falle vertrage fahrzeuge autos unternehmen utilisateurs cas contrats vehicules
  entreprises clientes usuarios casos contratos vehiculos empresas klienci klientow uzytkownicy przypadki umowy pojazdy firmy
  asiakkaat kayttajat tapaukset sopimukset ajoneuvot yritykset klanten gebruikers gevallen contracten voertuigen bedrijven
  clienti utenti casi contratti veicoli imprese utilizadores veiculos kunder anvandare avtal fordon foretag`;

/** Words by which it came within the period: "new subscribers". */
export const WITHIN_PERIOD = `
  new newly hired joined sold neue neuer neuen nouveaux nouvelles nuevos nuevas nowe nowych nowi uudet uusia nieuwe nuovi
  nuove novos novas nya`;

/** Words by which it is there at a moment: "open orders". */
export const AT_MOMENT = `
  active open current existing outstanding on_hand in_use in_stock aktive offene laufende actifs actives ouverts activos
  activas abiertos aktywni aktywne otwarte aktiiviset avoimet actieve attivi aperti ativos abertos aktiva oppna`;
