import type { ConditionWord, OfferedItem, OfferKind, SeenTest } from '../../model/index.ts';

/** Words are looked for in adverts in English, German and French, in small letters without accents. */
type Words = readonly (readonly [RegExp, string])[];

/** Things by the words that sellers use; what is longest at a place counts. */
export const ITEM_WORDS: readonly (readonly [OfferedItem, RegExp])[] = [
  ['alternator', /\b(alternators?|lichtmaschinen?|alternateurs?)\b/g],
  ['starter', /\b(starter( motor)?s?|anlasser|demarreurs?)\b/g],
  ['flywheel', /\b(flywheels?|flexplate|schwungrad|schwungscheibe|zms|volants?( moteur)?)\b/g],
  ['clutch', /\b(clutch(es)?|kupplung|embrayage)\b/g],
  ['intake', /\b(intake( manifold)?|inlet manifold|ansaugbrucke|ansaugkrummer|collecteur d'admission|admission)\b/g],
  [
    'exhaust manifold',
    /\b(exhaust manifolds?|headers?|abgaskrummer|auspuffkrummer|krummer|collecteurs? d'echappement|echappement)\b/g,
  ],
  ['turbocharger', /\b(turbos?|turbo ?chargers?|turbolader|lader)\b/g],
  ['supercharger', /\b(superchargers?|compresseur(?! de clim))\b/g],
  ['charge cooler', /\b(charge ?coolers?|intercoolers?|ladeluftkuhler|llk|echangeurs?)\b/g],
  [
    'steering pump',
    /\b((power )?steering pump|pas pump|power steering|servopumpe|lenkhilfepumpe|pompe de direction( assistee)?)\b/g,
  ],
  [
    'A/C compressor',
    /\b((a\/?c|air con(ditioning)?) (compressor|pump)|klimakompressor|compresseur de clim(atisation)?)\b/g,
  ],
  ['brackets', /\b(brackets|halterungen|supports d'accessoires)\b/g],
  [
    'loom and computer',
    /\b((engine )?(looms?|harness|wiring)|ecu|computer|kabelbaum|motorkabelbaum|steuergerat|faisceaux?|calculateurs?)\b/g,
  ],
  ['keys and immobiliser', /\b(keys?|immobiliser|schlussel|wegfahrsperre|cles?|anti-?demarrage)\b/g],
  ['injection pump', /\b((injection|injector|diesel) pump|einspritzpumpe|pompe (a |d')?injection)\b/g],
  [
    'gearbox',
    /\b((gear)?box(es)?|transmission(?! raccour)|((\d|five|six|four)[- ]speed)( (gear)?box)?|getriebe|boites?( de vitesses?)?)\b/g,
  ],
  ['shifter', /\b(shifters?|gear ?lever|shift linkage|schaltung|schalthebel|levier( de vitesses?)?)\b/g],
  ['propshaft', /\b(prop ?shafts?|driveshaft tunnel|kardanwelle|gelenkwelle|arbre de transmission)\b/g],
  ['half shafts', /\b(half ?shafts?|drive ?shafts?|antriebswellen?|cardans)\b/g],
  ['radiator', /\b(radiators?|kuhler|radiateurs?)\b/g],
];

/** Small things without which it does not run, that are on no list of prices. */
export const OTHER_WORDS: Words = [
  [
    /\b(turbo(charger)? oil (feed|line|pipe|drain)( line| pipe)?|olzulauf( vom turbo)?|olzuleitung|arrivee d'huile( du turbo)?)\b/g,
    'turbo oil feed',
  ],
  [/\b(throttle bod(y|ies)|drosselklappe|papillon)\b/g, 'throttle body'],
  [/\b(coil packs?|ignition coils?|zundspulen?|bobines?)\b/g, 'ignition coils'],
  [/\b(injectors|einspritzdusen|injecteurs)\b/g, 'injectors'],
  [/\b(engine mounts?|motorlager|supports? moteur)\b/g, 'engine mounts'],
  [/\b(sensors?|sensoren|capteurs?)\b/g, 'sensors'],
  [/\b(thermostat( housing)?|thermostatgehause|boitier thermostat)\b/g, 'thermostat'],
  [/\b(air ?flow meter|maf|luftmassenmesser|debitmetre)\b/g, 'air flow meter'],
  [/\b(dip ?stick|olmessstab|jauge( d'huile)?)\b/g, 'dipstick'],
  [/\b(oil (pan|sump)|olwanne|carter d'huile)\b/g, 'sump'],
  [/\b(cat(alyst|alytic converter)|kat(alysator)?|catalyseur)\b/g, 'catalyst'],
];

export type Mode = 'included' | 'missing' | 'broken';

/** Words that say something of what comes after them, until another does or the sentence ends. */
export const BEFORE: readonly (readonly [Mode, RegExp])[] = [
  [
    'missing',
    /\b(no|without|w\/o|missing|lacks|lacking|minus|excludes|excluding|ohne|kein(e|en|er)?|fehlt noch|sans|pas d[e']|ni( de)?|manque(nt)?|hors)(?=[\s:])/g,
  ],
  [
    'included',
    /(\b(with|w|incl|including|includes|comes with|complete with|inkl|mit|samt|inklusive|avec|fourni avec|reste complet|otherwise complete)\b\.?(?! noch)|w\/|\bkit\b|\+)/g,
  ],
  ['broken', /\b(broken|cracked|bent|defective|defekte[rs]?|kaputte[rs]?|gerissene[rs]?)(?= [a-z])/g],
];
/** Words that say something of what stands before them in the same part of the sentence. */
export const AFTER: readonly (readonly [Mode, RegExp])[] = [
  [
    'missing',
    /\b((is |are )?(missing|gone)|not included|sold( separately)?|fehl(t|en)|nicht (mit )?dabei|nicht enthalten|verkauft|manquante?s?|non inclus(es?)?|vendue?s?)\b/g,
  ],
  [
    'included',
    /\b((is |are )?included|all there|on it|(?<!nicht (mit )?)dabei|mit dabei|inklusive|vorhanden|(?<!nicht )enthalten|incluse?s?|fournie?s?|ok|i\.o)\b/g,
  ],
  [
    'broken',
    /\b((is |are )?(broken|cracked|bent|dead|knackered|seized|slipping|worn( out)?|leak(s|ing)|smokes|cut)|defekt|kaputt|gerissen|verbogen|undicht|verschlissen|fest|hs|casse(e|es|s)?|fendue?s?|morte?s?|usee?s?|bloquee?s?|fuit|fuient)\b/g,
  ],
];

/** Kinds of offer, the surest words first. */
export const KIND_SIGNS: readonly (readonly [OfferKind, RegExp])[] = [
  [
    'swap',
    /\b((unfinished|begun|started|abandoned|stalled) (swap|conversion)|swap project|angefangener umbau|umbauprojekt|projet de swap|swap (abandonne|commence))\b/,
  ],
  [
    'car',
    /\b((complete|whole|entire|donor) (donor )?car|donor vehicle|breaking my|(schlacht|spender|unfall)(fahrzeug|auto|wagen)|teilespender|ganzes auto|voiture complete|vehicule complet|epave|accidentee)\b/,
  ],
];
/** Words of a set, that has more than the engine by more than one thing. */
export const SET_SIGNS = /\b(drivetrain|antriebsstrang|powertrain|complete .{0,12}kit)\b/;

export const CONDITION_SIGNS: readonly (readonly [ConditionWord, RegExp])[] = [
  [
    'for parts',
    /\b(spares or repairs?|for parts( only)?|spun a bearing|thrown (a )?rod|blown( up)?|seized engine|motorschaden|fur bastler|bastler|moteur casse|bielle coulee|moteur hs)\b/,
  ],
  [
    'rebuilt with bills',
    /\b((freshly |fully )?rebuilt[^.]{0,40}(receipts?|bills?|invoices?)|(receipts?|bills?|invoices?)[^.]{0,20}rebuild|(frisch )?(uberholt|revidiert)[^.]{0,30}rechnung(en)?|refait[^.]{0,30}factures?)\b/,
  ],
  [
    'heard running',
    /\b(heard running|hear it run|can be (started|heard)|runs in the car|probelauf( moglich)?|kann gehort werden|tournant visible|peut etre entendu|video (of it )?running)\b/,
  ],
  [
    'said to run',
    /\b(ran (when|well|fine)|runs (well|fine|great)|good runner|drives|driven in|lief( einwandfrei| gut)?|lauft( gut)?|fahrbereit|tourn(ait|e)( parfaitement| bien)?|roulante?)\b/,
  ],
  [
    'unknown',
    /\b(unknown( history)?|history unknown|no history|(zustand|historie) unbekannt|historique inconnu|etat inconnu|sold as seen)\b/,
  ],
];

export const TEST_SIGNS: readonly (readonly [SeenTest, RegExp])[] = [
  [
    'compression',
    /\b((compression|kompression)[^.,]{0,30}(sheet|shown|tested|gemessen|protokoll|testees?)|compressions? testees?)\b/,
  ],
  [
    'leak-down',
    /\b(leak[- ]?down[^.,]{0,20}(sheet|tested|shown|%)|druckverlust[^.,]{0,15}(gemessen|protokoll)|test de fuite)\b/,
  ],
  ['oil pressure', /\b(oil pressure (tested|checked|shown)|oldruck gemessen|pression d'huile (testee|mesuree))\b/],
];

export const CURRENCY_SIGNS: readonly (readonly [string, string])[] = [
  ['EUR', '€|eur(?:os?|o)?\\b'],
  ['GBP', '£|gbp\\b|quid\\b|pounds?\\b'],
  ['CHF', 'chf\\b|sfr\\b'],
  ['USD', '\\$|usd\\b|bucks\\b'],
];
/** Prices of something else than what is offered. */
export const NOT_ITS_PRICE =
  /\b(delivery|shipping|postage|versand|livraison|port|np|neupreis|new price|gearbox|box|getriebe|boite)\b[^.,;]{0,14}$/;
/** Words of a price that stands without its currency. */
export const PRICE_SIGNS = /\b(vb|vhb|ono|obo|festpreis|a debattre|asking|firm|ferme)\b/;

export const AWAY = {
  after: /^\s*(away|entfernt|weg\b|from\b|d'ici|de (la|chez)\b)/,
  before: /\b(away|entfernung|distance|about|a)\s*:?\s*$/,
} as const;
export const SINCE_REBUILD = {
  after:
    /^[^.;]{0,14}(ago|since (the )?(full )?(rebuild|overhaul)|seit (der )?(revision|uberholung)|gelaufen seit|depuis (la )?(refection|revision))|^\s*revidiert/,
  before: /\b(rebuilt|overhauled|uberholt( vor)?|vor)\s*$/,
} as const;
export const ON_TRACK = /^[^.;]{0,6}(on track|track|of track|rennstrecke|rundstrecke|(de )?circuit|(de )?piste)/;

export const WARRANTY = /\b(warranty|guarantee|garantie|gewahrleistung)\b/;
