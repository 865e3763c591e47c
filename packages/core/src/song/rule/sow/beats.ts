import { beatTicks } from '../../../time/index.ts';
import { velocity } from '../rule.ts';
import { run, type SowingRule } from './sow-rule.ts';

/** On the beats of the meter. */
export const onBeats: SowingRule<{ readonly rule: 'on beats' }> = {
  title: 'On the beats',
  about: '',
  parameters: { velocity: velocity(90) },
  make: () => ({ rule: 'on beats' }),
  places: (_, meter, length) => run(0, beatTicks(meter), length),
};

/** Half-way from beat to beat. */
export const betweenBeats: SowingRule<{ readonly rule: 'between beats' }> = {
  title: 'Between the beats',
  about: 'half-way from beat to beat',
  parameters: { velocity: velocity(90) },
  make: () => ({ rule: 'between beats' }),
  places: (_, meter, length) => run(beatTicks(meter) / 2, beatTicks(meter), length),
};
