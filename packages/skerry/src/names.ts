// The invented companies and funds of the Skerry Isles.

export interface Sector {
  readonly name: string;
  /** the last letter of its companies' symbols */
  readonly letter: string;
  readonly businesses: readonly string[];
}

export const sectors: readonly Sector[] = [
  { name: 'Kelp and farming', letter: 'K', businesses: ['Kelp Farms', 'Oyster Beds', 'Barley', 'Sheepfold'] },
  {
    name: 'Ferries and freight',
    letter: 'V',
    businesses: ['Ferries', 'Lighterage', 'Cold Freight', 'Pilotage'],
  },
  { name: 'Tide power', letter: 'P', businesses: ['Tide Power', 'Barrage', 'Windworks', 'Grid'] },
  { name: 'Glass and ceramics', letter: 'G', businesses: ['Glassworks', 'Kiln', 'Tileworks', 'Lens'] },
  { name: 'Banks and mutuals', letter: 'B', businesses: ['Harbour Bank', 'Mutual', 'Surety', 'Trust'] },
  { name: 'Instruments', letter: 'T', businesses: ['Chronometers', 'Sounders', 'Signals', 'Gauges'] },
  { name: 'Medicine', letter: 'M', businesses: ['Apothecary', 'Serum', 'Clinics', 'Marine Extracts'] },
  { name: 'Stone and building', letter: 'S', businesses: ['Slate', 'Quarries', 'Masonry', 'Piers'] },
  { name: 'Shops and inns', letter: 'N', businesses: ['Chandlery', 'Inns', 'Smokehouse', 'Woollens'] },
  { name: 'Letters and wires', letter: 'W', businesses: ['Telegraph', 'Presses', 'Beacons', 'Post'] },
];

export const islands = [
  'Great Skerry',
  'Ternholm',
  'Lowmark',
  'Ashsay',
  'Vaila Sound',
  'Outer Reef',
] as const;

/** 140 roots; the first four letters begin the company's symbol, so no two may share them. */
export const roots: readonly string[] = (
  'Abersund Ackerholt Aldmoor Ambrack Anskerry Arnvoe Ashgarth Auldness Averhope Balmuir Bansay Barrowick Beldin Bergholm ' +
  'Birkay Blackvoe Bleaskerry Bolmere Bonvoe Brackness Brennay Brodick Bruntay Burgarth Cairnsund Calderay Camusvoe Carnholm ' +
  'Cawdness Clettan Clovay Coldgeo Corrick Cragholt Cullness Dalsetter Dannay Dervaig Dorholm Drumsay Dunvoe Eastgarth Eddersund ' +
  'Egilsay Ellenvoe Erriboll Eskholm Fairgeo Fanness Faravoe Fethay Fiskavoe Flotterick Foulney Gairsund Galtay Garmick Gerholm ' +
  'Gillsay Glimvoe Gorsness Gravay Grunay Gullholt Hackness Halsund Hamnavoe Harray Haskerry Heldale Hestan Hildasay Hollandick ' +
  'Houbie Huney Ingavoe Inverskel Islesund Jarlsay Kelday Kettlevoe Kilnholm Kirkgarth Klettay Knarston Laxvoe Leirness Lingholm ' +
  'Linklet Longay Lunnasund Lyrawick Mavisgeo Melbyness Midgarth Moclett Morvoe Muckleholt Nesting Nistavoe Norwick Noupay Odness ' +
  'Olnavoe Orphir Oxnay Papholm Pettay Quendale Quoyness Rammerick Rendall Ronavoe Rousholm Rullay Sandgarth Saxavoe Scalnay Sellivoe ' +
  'Shearwick Skelday Smoogarth Sneuk Stennay Stromvoe Sulness Swarfsay Tafts Tingholm Tofts Trondray Ulsta Unifirth Uyea Vementry ' +
  'Voxter Wadbister Walls Westvoe Whalsund Whitegeo Yesnaby'
).split(' ');

export const exchangeTraded = {
  index: { symbol: 'SK60', name: 'Skerry 60 Index' },
  volatility: { symbol: 'SWELL', name: 'SWELL, volatility gauge of the Skerry 60' },
  bill: { symbol: 'BILL', name: 'BILL, three-month bill rate of the Isles' },
} as const;
