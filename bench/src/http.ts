import { Agent, request } from 'node:http';

/** One connection that stays open, as a browser's does. Fetch of this process takes longer than most of the server's answers. */
const agent = new Agent({ keepAlive: true, maxSockets: 1 });

/** The text of an answer, to a GET or to a POST of a body; throws where the server refuses. */
export function ask(url: string, body?: object): Promise<string> {
  const text = body && JSON.stringify(body);
  const headers = text
    ? { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text) }
    : {};
  return new Promise((resolve, reject) => {
    const sent = request(url, { agent, method: text ? 'POST' : 'GET', headers }, (answer) => {
      let all = '';
      answer.setEncoding('utf8');
      answer.on('data', (part: string) => (all += part));
      answer.on('end', () => {
        if (answer.statusCode && answer.statusCode < 300) resolve(all);
        else reject(new Error(`The server answered ${answer.statusCode}.`));
      });
    });
    sent.on('error', reject);
    sent.end(text);
  });
}
