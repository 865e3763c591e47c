import { readConfig } from '../config.ts';
import { useApp } from '../testing/app.ts';

describe('a server that takes one request a second', () => {
  const { api } = useApp({ env: { RATE_LIMIT: '1' } });

  test('refuses what is too much with a clear text, changes nothing by it, and still tells its health', async () => {
    for (let i = 0; i < 10; i++) await api().get('/api/songs').expect(200);
    const refused = await api().post('/api/songs').send({ from: 'blank' }).expect(429);
    expect(refused.body).toEqual({
      statusCode: 429,
      error: 'Too Many Requests',
      message:
        'There were more than 1 requests a second from this address. Nothing was changed; please try again in a moment.',
    });
    expect(Number(refused.headers['retry-after'])).toBeGreaterThan(0);
    await api().get('/api/health').expect(200);
  });
});

describe('a server as it is by default', () => {
  const { api } = useApp();

  test('takes many requests at once', async () => {
    const answers = await Promise.all(Array.from({ length: 200 }, () => api().get('/api/songs')));
    expect(answers.every((answer) => answer.status === 200)).toBe(true);
  });
});

test('a limit that is none is refused at the start', () => {
  expect(() => readConfig({ RATE_LIMIT: 'lots', DATA_DIR: '/tmp' })).toThrow(/RATE_LIMIT must be a number/);
  expect(readConfig({ RATE_LIMIT: '0', DATA_DIR: '/tmp' }).rateLimit).toBe(0);
});
