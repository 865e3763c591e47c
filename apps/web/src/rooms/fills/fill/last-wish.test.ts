import { lastWish } from './last-wish.ts';

/** A worker whose work is finished by hand. */
function workshop() {
  const jobs: { name: string; done: () => void; fail: () => void }[] = [];
  let [hired, ended] = [0, 0];
  let trouble = (): void => undefined;
  const ask = lastWish((onTrouble) => {
    hired++;
    trouble = onTrouble;
    return {
      maker: (name: string) =>
        new Promise<string>((resolve, reject) => {
          jobs.push({ name, done: () => resolve(name), fail: () => reject(new Error(name)) });
        }),
      end: () => ended++,
    };
  });
  return {
    wish: (name: string) => ask((maker) => maker(name)),
    jobs,
    counts: () => ({ hired, ended }),
    crash: () => trouble(),
  };
}

test('while one works only the last wish waits, and those before it are outdated', async () => {
  const { wish, jobs, counts } = workshop();
  const all = ['a', 'b', 'c', 'd'].map(wish);
  expect(jobs.map((job) => job.name)).toEqual(['a']);
  jobs[0]?.done();
  expect(await all[0]).toEqual({ kind: 'outdated' });
  expect(await all[1]).toEqual({ kind: 'outdated' });
  expect(jobs.map((job) => job.name)).toEqual(['a', 'd']);
  jobs[1]?.done();
  expect(await all[3]).toEqual({ kind: 'made', value: 'd' });
  expect(counts()).toEqual({ hired: 1, ended: 0 });
});

test('outdated work that takes long is ended, and the last wish gets a worker of its own', async () => {
  jest.useFakeTimers();
  const { wish, jobs, counts } = workshop();
  const first = wish('slow');
  const second = wish('wanted');
  jest.advanceTimersByTime(1000);
  expect(await first).toEqual({ kind: 'outdated' });
  expect(counts()).toEqual({ hired: 2, ended: 1 });
  jobs[1]?.done();
  expect(await second).toEqual({ kind: 'made', value: 'wanted' });
  jest.useRealTimers();
});

test('a worker that fails is started again once for the same wish, then says so and is replaced', async () => {
  const { wish, jobs, counts, crash } = workshop();
  const again = wish('again');
  jobs[0]?.fail();
  await Promise.resolve();
  await Promise.resolve();
  expect(jobs.map((job) => job.name)).toEqual(['again', 'again']);
  jobs[1]?.done();
  expect(await again).toEqual({ kind: 'made', value: 'again' });
  const crashed = wish('crashed');
  crash();
  crash();
  expect(await crashed).toEqual({ kind: 'failed' });
  const made = wish('made');
  jobs.at(-1)?.done();
  expect(await made).toEqual({ kind: 'made', value: 'made' });
  expect(counts()).toEqual({ hired: 4, ended: 3 });
});
