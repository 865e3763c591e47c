import type { ShelfPattern } from '@plucky/core/pattern';
import { meter } from '@plucky/core/time';
import { groove } from './starter.ts';

const THREE = meter(3, 4);
const SIX = meter(6, 8);
const SEVEN = meter(7, 8);

/** Grooves to begin with, by id. */
export const STARTER_GROOVES: Readonly<Record<string, ShelfPattern>> = {
  'plain-walk': groove({
    name: 'Plain walk',
    tempo: 96,
    rows: {
      'closed-hat': '7.5. 7.5. 7.5. 7.5.',
      snare: '.... 8... .... 8...',
      kick: '9... .... 8.6. ....',
    },
  }),
  'kitchen-clock': groove({
    name: 'Kitchen clock',
    tempo: 104,
    rows: {
      'closed-hat': '6363 6363 6363 6353',
      rim: '.... 7... .... 7..4',
      kick: '8... ..5. 8... ....',
    },
  }),
  'four-lamps': groove({
    name: 'Four lamps',
    tempo: 124,
    rows: {
      'open-hat': '..6. ..6. ..6. ..6.',
      'closed-hat': '4.34 4.34 4.34 4.34',
      clap: '.... 7... .... 7...',
      kick: '9... 9... 9... 9...',
    },
  }),
  'late-tram': groove({
    name: 'Late tram',
    tempo: 88,
    swing: 60,
    rows: {
      'closed-hat': '7262 7263 7262 72.2',
      'open-hat': '.... .... .... ..5.',
      snare: '.... 8..2 .2.. 8..1',
      kick: '9..4 ..7. .6.. ....',
    },
  }),
  'wet-pavement': groove({
    name: 'Wet pavement',
    tempo: 84,
    swing: 64,
    rows: {
      'closed-hat': '6.5. 6.52 6.5. 6.5.',
      rim: '.... .... 3... ....',
      snare: '.... 8... .... 8.2.',
      kick: '9..5 .... ..8. .4..',
    },
  }),
  'two-steps-home': groove({
    name: 'Two steps home',
    tempo: 134,
    swing: 59,
    rows: {
      'closed-hat': '..7. ..62 ..7. ..6. | ..7. .26. ..7. ..62',
      snare: '.... 9... .... 9... | .... 9... .2.. 9..2',
      kick: '9... .... ..8. .... | 9... ...5 ..8. ....',
    },
  }),
  'broken-ladder': groove({
    name: 'Broken ladder',
    tempo: 168,
    rows: {
      'closed-hat': '7.5. 7.5. 7.5. 7.5. | 7.5. 7.5. 7.5. 7.5.',
      snare: '.... 9..3 .3.. 9... | .... 9..3 .3.9 ....',
      kick: '9.8. .... ..8. .... | 9.8. .... ..8. ..5.',
    },
  }),
  'half-asleep': groove({
    name: 'Half asleep',
    tempo: 140,
    rows: {
      'closed-hat': '6.4. 6.44 6.4. 6444 | 6.4. 6.44 6.4. 4.46',
      snare: '.... .... 9... .... | .... .... 9... ...2',
      kick: '9... .... .... ..7. | 9..6 .... .... ....',
    },
  }),
  'long-shadow': groove({
    name: 'Long shadow',
    tempo: 72,
    rows: {
      ride: '6... 5... 6... 5.3.',
      'pedal-hat': '.... 5... .... 5...',
      snare: '.... .... 8... ....',
      kick: '9... ..4. .... ..6.',
    },
  }),
  'salt-and-tin': groove({
    name: 'Salt and tin',
    tempo: 112,
    rows: {
      shaker: '5253 5253 5253 5253',
      tambourine: '.... 6... .... 6...',
      snare: '.... 8... .... 8...',
      kick: '9... ..7. ..8. ....',
    },
  }),
  'paper-boats': groove({
    name: 'Paper boats',
    tempo: 100,
    swing: 56,
    rows: {
      'closed-hat': '6252 6252 6252 6252',
      'wood-block': '..5. .5.. ..5. ....',
      snare: '...2 8... .2.2 8...',
      kick: '9..6 ..6. .6.. ..5.',
    },
  }),
  'orange-peel': groove({
    name: 'Orange peel',
    tempo: 98,
    rows: {
      'closed-hat': '7.5. 7.5. 7.5. 7.5.',
      cowbell: '5.5. .5.5 .5.5 ..5.',
      rim: '.... 7... .... 7...',
      kick: '8... ..7. 8... ..7.',
    },
  }),
  'three-and-three': groove({
    name: 'Three and three and two',
    tempo: 108,
    rows: {
      'closed-hat': '6.5. 6.5. 6.5. 6.5.',
      rim: '7..7 ..7. ..7. 7...',
      kick: '9... .... 8... ....',
    },
  }),
  'old-stairs': groove({
    name: 'Old stairs',
    tempo: 92,
    grid: 3,
    rows: {
      ride: '7.5 7.5 7.5 7.5',
      'pedal-hat': '... 6.. ... 6..',
      snare: '... 7.2 ... 7..',
      kick: '8.. ..4 8.. ...',
    },
  }),
  'slow-gallop': groove({
    name: 'Slow gallop',
    tempo: 116,
    grid: 3,
    rows: {
      'closed-hat': '7.6 7.6 7.6 7.6',
      snare: '... 9.. ... 9..',
      kick: '9.7 ..6 9.7 ...',
    },
  }),
  'church-bus': groove({
    name: 'Church bus',
    tempo: 66,
    grid: 3,
    rows: {
      'closed-hat': '755 755 755 755',
      snare: '... 8.. ... 8..',
      kick: '9.. ..6 9.. ...',
    },
  }),
  'mixed-company': groove({
    name: 'Mixed company',
    tempo: 118,
    grids: { 'wood-block': 3 },
    rows: {
      'closed-hat': '6.5. 6.5. 6.5. 6.5.',
      'wood-block': '6.4 .5. 6.4 .5.',
      snare: '.... 8... .... 8...',
      kick: '9... ..6. 9... ....',
    },
  }),
  'floor-only': groove({
    name: 'Floor only',
    tempo: 122,
    rows: {
      'low-tom': '..5. ..5. ..5. .45.',
      kick: '9... 8... 9... 8...',
    },
  }),
  'tea-dance': groove({
    name: 'Tea dance',
    meter: THREE,
    tempo: 96,
    rows: {
      'pedal-hat': '.... 6... 5...',
      'brush-snare': '5.3. 7.3. 6.3.',
      kick: '8... .... ....',
    },
  }),
  'round-table': groove({
    name: 'Round table',
    meter: THREE,
    tempo: 128,
    rows: {
      ride: '7... 5.4. 5... | 7... 5.4. 5.3.',
      snare: '.... .... 7... | .... ..2. 7...',
      kick: '9... ..5. .... | 9... .... ..5.',
    },
  }),
  'harbour-roll': groove({
    name: 'Harbour roll',
    meter: SIX,
    tempo: 90,
    rows: {
      'closed-hat': '7.4.4.6.4.4.',
      snare: '......8.....',
      kick: '9....5......',
    },
  }),
  'rope-walk': groove({
    name: 'Rope walk',
    meter: SIX,
    tempo: 132,
    rows: {
      cowbell: '6.4.5..5.4.5 | 6.4.5..5.4.5',
      'high-tom': '....6.....6. | ....6...6.6.',
      kick: '9.....7..... | 9.....7..6..',
    },
  }),
  'seven-gates': groove({
    name: 'Seven gates',
    meter: SEVEN,
    tempo: 120,
    rows: {
      'closed-hat': '7.5.7.5.7.5.5.',
      snare: '....8.......8.',
      kick: '9.......8..5..',
    },
  }),
  'crooked-mile': groove({
    name: 'Crooked mile',
    meter: SEVEN,
    tempo: 104,
    rows: {
      ride: '6.4.6.4.6.4.4. | 6.4.6.4.6.4.44',
      rim: '....7.....5... | ....7.....5.5.',
      kick: '8.....5.8..... | 8..5....8...6.',
    },
  }),
  'long-five': groove({
    name: 'Long five',
    meter: meter(5, 4),
    tempo: 110,
    rows: {
      'closed-hat': '7.5. 7.5. 7.5. 7.5. 7.5.',
      snare: '.... 8... .... .... 8..2',
      kick: '9... ..6. .... 8... ....',
    },
  }),
};
