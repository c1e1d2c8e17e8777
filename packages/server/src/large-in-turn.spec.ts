import express, { json } from 'express';
import request from 'supertest';
import { largeInTurn } from './large-in-turn';

it('large bodies are read two at a time, all of them in the end; small ones wait for nobody', async () => {
  const app = express();
  const lets: (() => void)[] = [];
  let [reading, most] = [0, 0];
  app.use(largeInTurn());
  app.post('/', json({ limit: '4mb' }), async (asked, response) => {
    const { text } = asked.body as { text: string };
    if (text.length > 10) {
      most = Math.max(most, ++reading);
      await new Promise<void>((resolve) => lets.push(resolve));
      reading--;
    }
    response.json(text.length);
  });
  const send = (length: number) =>
    request(app)
      .post('/')
      .send({ text: 'x'.repeat(length) });
  const large = Array.from({ length: 6 }, () => send(2_000_000).then(({ body }) => body as number));
  // While two are being read, a small one is answered.
  while (lets.length < 2) await new Promise((resolve) => setTimeout(resolve, 5));
  expect((await send(3)).body).toBe(3);
  for (let done = 0; done < 6; done++) {
    while (lets.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    lets.shift()?.();
  }
  expect(await Promise.all(large)).toEqual(Array(6).fill(2_000_000));
  expect(most).toBe(2);
});
