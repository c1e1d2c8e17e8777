import { pino } from 'pino';
import { Guesses } from './guesses';

describe('Guesses', () => {
  it('looks at ten wrong passcodes a minute from one address, and logs that', () => {
    let now = 0;
    const lines: string[] = [];
    const logger = pino({ level: 'warn' }, { write: (line: string) => void lines.push(line) });
    const guesses = new Guesses(logger, () => now);
    for (let k = 0; k < 10; k++) {
      guesses.allow('10.0.0.7');
      guesses.wrong('10.0.0.7');
    }
    expect(() => guesses.allow('10.0.0.7')).toThrow('Too many wrong passcodes');
    expect(() => guesses.allow('10.0.0.8')).not.toThrow();
    expect(lines).toHaveLength(1);
    expect(lines[0]).toContain('10.0.0.7');
    now = 60_001;
    expect(() => guesses.allow('10.0.0.7')).not.toThrow();
  });

  it('forgets a slip after a minute', () => {
    let now = 0;
    const guesses = new Guesses(pino({ level: 'silent' }), () => now);
    for (let k = 0; k < 30; k++, now += 61_000) {
      guesses.allow('a');
      guesses.wrong('a');
    }
    expect(() => guesses.allow('a')).not.toThrow();
  });
});
