/** The invented machines of the Slate Yard in Orrowick. Figures are plausible for their kind and belong to no real machine. */
export interface DemoMachine {
  key: string;
  owner: string;
  phone: string;
  figures: Record<string, string>;
}

const figures = (text: string): Record<string, string> =>
  Object.fromEntries(
    text
      .trim()
      .split('\n')
      .map((line) => {
        const [key = '', value = ''] = line.split('=').map((x) => x.trim());
        return [`machine.${key}`, value];
      }),
  );

export const MACHINES: DemoMachine[] = [
  {
    key: 'rally',
    owner: 'Rasmus Thale',
    phone: '0417 22',
    figures: figures(`
      make = Ketteri
      model = 450 Rally
      year = 2022
      registration = OR 450 R
      frame = KTR45R-00317
      distance = 21400 km
      travel.rear = 305
      travel.front = 300
      rake = 27,5
      leverage = 2.9
      wheelbase = 1495
      weighed.rear = 76
      weighed.front = 71
      unsprung.rear = 19
      unsprung.front = 15
      plated = 320`),
  },
  {
    key: 'tourer',
    owner: 'Marit Oldacre',
    phone: '0417 61',
    figures: figures(`
      make = Corvane
      model = 1100 Tourer
      year = 2019
      registration = OR 1108
      frame = CVN11T-04410
      distance = 58200 km
      travel.rear = 5 1/2 in
      travel.front = 140
      rake = 26
      leverage = 2.1
      wheelbase = 1545
      weighed.rear = 142
      weighed.front = 131
      unsprung.rear = 27
      unsprung.front = 21
      plated = 455`),
  },
  {
    key: 'twin',
    owner: 'Eskil Barrow',
    phone: '',
    figures: figures(`
      make = Pellworth
      model = 650 Twin
      year = 2016
      registration = OR 653
      distance = 33 900 km
      travel.rear = 110
      travel.front = 120
      rake = 25.5
      leverage = 1.15
      wheelbase = 1410
      weighed.rear = 104
      weighed.front = 101
      plated = 390`),
  },
  {
    key: 'pony',
    owner: 'Tove Linnell',
    phone: '0417 09',
    figures: figures(`
      make = Halvik
      model = Pony 125
      year = 2024
      frame = HVP125-90021
      distance = 2 100 km
      travel.rear = 180
      travel.front = 190
      rake = 26
      leverage = 2.4
      wheelbase = 1320
      weighed.rear = 59
      weighed.front = 55
      plated = 270`),
  },
  {
    key: 'trail',
    owner: 'Ingrith Vale',
    phone: '0417 35',
    figures: figures(`
      make = Halvik
      model = Trail 300
      year = 2024
      registration = OR 300 H
      frame = HVT300-11875
      distance = 6 350 km
      travel.rear = 310
      travel.front = 300
      rake = 26.5
      leverage = 2.95
      wheelbase = 1486
      weighed.rear = 57
      weighed.front = 54
      unsprung.rear = 18
      unsprung.front = 14
      plated = 300`),
  },
  {
    key: 'courier',
    owner: 'Joss Pennaby',
    phone: '0417 80',
    figures: figures(`
      make = Brennock
      model = 400 Courier
      year = 2020
      registration = OR 404 C
      frame = BRK400-22063
      distance = 74 800 km
      travel.rear = 125
      travel.front = 130
      rake = 26
      leverage = 2.0
      wheelbase = 1400
      weighed.rear = 92
      weighed.front = 83
      plated = 350`),
  },
  {
    key: 'racer',
    owner: 'Nils Harrowgate',
    phone: '',
    figures: figures(`
      make = Tarnfell
      model = 250 Enduro
      year = 2018
      frame = TRN250-00844
      distance = 190 km
      travel.rear = 300
      travel.front = 290
      rake = 27
      leverage = 2.85
      wheelbase = 1478
      weighed.rear = 55
      weighed.front = 52
      unsprung.rear = 17
      unsprung.front = 14
      plated = 290`),
  },
  {
    key: 'single',
    owner: 'Wenna Coldridge',
    phone: '0417 14',
    figures: figures(`
      make = Osmund
      model = 350 Single
      year = 1998
      registration = OR 351
      distance = 41 000 mi
      travel.rear = 95
      travel.front = 115
      rake = 27
      leverage = 1.1
      wheelbase = 1375
      weighed.rear = 88
      weighed.front = 79
      plated = 360`),
  },
  {
    key: 'scrambler',
    owner: 'Bodil Farrant',
    phone: '0417 72',
    figures: figures(`
      make = Ferrow
      model = 700 Scrambler
      year = 2021
      registration = OR 707
      frame = FRW700-31190
      distance = 18 050 km
      travel.rear = 200
      travel.front = 200
      rake = 25.5
      leverage = 2.45
      wheelbase = 1450
      weighed.rear = 98
      weighed.front = 94
      unsprung.rear = 23
      unsprung.front = 17
      plated = 410`),
  },
];

export const SPRINGS: [end: 'rear' | 'front', name: string, rate: string, free: string, solid: string, place: 'drawer' | 'supplier'][] = [
  ['rear', 'R-52', '52', '255', '118', 'drawer'],
  ['rear', 'R-56', '56', '255', '121', 'supplier'],
  ['rear', 'R-60', '60', '255', '124', 'drawer'],
  ['rear', 'R-66', '66', '255', '127', 'supplier'],
  ['rear', 'R-72', '72', '255', '131', 'drawer'],
  ['rear', 'R-80', '80', '255', '135', 'supplier'],
  ['rear', 'R-450', '450 lbf/in', '9 7/8 in', '5 1/4 in', 'drawer'],
  ['rear', 'R-600', '600 lbf/in', '210', '128', 'supplier'],
  ['rear', 'R-700', '700 lbf/in', '210', '131', 'drawer'],
  ['rear', 'R-150', '150', '195', '120', 'supplier'],
  ['rear', 'Twin 24', '24', '290', '142', 'drawer'],
  ['rear', 'Twin 28', '28', '290', '146', 'drawer'],
  ['front', 'F-38', '3.8', '480', '132', 'drawer'],
  ['front', 'F-42', '0,43 kgf/mm', '480', '136', 'drawer'],
  ['front', 'F-46', '4.6', '480', '140', 'supplier'],
  ['front', 'F-50', '5.0', '475', '142', 'drawer'],
  ['front', 'F-60', '6.0', '420', '150', 'drawer'],
  ['front', 'F-70', '0,70 kgf/mm', '400', '155', 'drawer'],
  ['front', 'F-80', '8.0', '380', '160', 'supplier'],
  ['front', 'F-90', '9.0', '360', '165', 'drawer'],
];

export const TECHNICIANS = ['Sunniva Holt', 'Aldous Merrow'];
