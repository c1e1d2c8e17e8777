import {
  formatLength,
  formatLong,
  formatSmall,
  parseAngle,
  parseLength,
  parseOffset,
  roundLengths,
} from './length';

describe('parseLength', () => {
  it.each([
    ['55', 'mm', 55],
    ['5,5 cm', 'mm', 55],
    ['120mm', 'in', 120],
    ['5in', 'mm', 127],
    ['4 1/2', 'in', 114.3],
    ['4-1/2 in', 'mm', 114.3],
    ['3/8"', 'mm', 9.525],
    ['0.25', 'in', 6.35],
    ['.5', 'in', 12.7],
    ['12cm', 'mm', 120],
    ['0.3 m', 'mm', 300],
    ['30 1/2', 'in', 774.7],
    ['30½', 'in', 774.7],
    ['⅜ in', 'mm', 9.525],
    ['2 ft 6 in', 'mm', 762],
    ['2\' 6"', 'mm', 762],
    ['2′ 6 1/2″', 'mm', 774.7],
    ['5 ft', 'mm', 1524],
  ] as const)(
    '%j in %s is %d mm (1 in = 25.4 mm exactly, international inch of 1959)',
    (text, unit, millimetres) => {
      expect(parseLength(text, unit)).toBeCloseTo(millimetres, 9);
    },
  );

  it.each(['', 'abc', '0', '-3', '1/0', '12 furlongs', '1 2', '2 ft 6 mm', '.', 'ft'])(
    '%j is no length',
    (text) => {
      expect(() => parseLength(text, 'mm')).toThrow('is not a length');
    },
  );
});

describe('parseOffset', () => {
  it.each([
    ['-5', -5],
    ['−1/4 in', -6.35],
    ['+2.5 mm', 2.5],
    ['3', 3],
    ['0', 0],
    ['0.0 mm', 0],
  ])('%j is %d mm to the right or down', (text, millimetres) => {
    expect(parseOffset(text, 'mm')).toBeCloseTo(millimetres, 9);
  });

  it.each(['', '-', 'abc', '--3'])('%j is none', (text) => {
    expect(() => parseOffset(text, 'mm')).toThrow('is not a length');
  });
});

describe('roundLengths', () => {
  it.each([
    [1.78, 0.03, 'in', [1.8, 1.75]],
    [0.397, 0.01, 'in', [0.4, 25 / 64]],
    [0.372, 0.006, 'in', [3 / 8]],
  ] as const)('%d in, sure to %d in, is meant as %j', (value, doubt, unit, meant) => {
    const found = roundLengths(value * 25.4, doubt * 25.4, unit).map((length) => length / 25.4);
    for (const length of meant.slice(0, 1))
      expect(found.some((one) => Math.abs(one - length) < 1e-6)).toBe(true);
    for (const length of found) expect(Math.abs(length - value)).toBeLessThanOrEqual(doubt);
  });

  it.each([
    [9.24, 0.05, 9.2],
    [49.7, 0.5, 50],
    [23.96, 0.1, 24],
  ])('%d mm, sure to %d mm, is meant as %d mm', (value, doubt, meant) => {
    expect(roundLengths(value, doubt, 'mm')).toEqual([meant]);
  });

  it('is nothing where nothing round is near', () => {
    expect(roundLengths(9.24, 0.001, 'mm')).toEqual([]);
  });
});

describe('parseAngle', () => {
  it.each([
    ['90', 90],
    ['-12,5', -12.5],
    ['30 °', 30],
    ['−45°', -45],
  ])('%j is %d degrees', (text, degrees) => {
    expect(parseAngle(text)).toBe(degrees);
  });

  it.each(['', 'abc', '1e9', '1/2'])('%j is none', (text) => {
    expect(() => parseAngle(text)).toThrow('is no angle');
  });
});

it.each([
  [999.94, 'mm', '999.9 mm'],
  [1234.6, 'mm', '1.235 m'],
  [100, 'in', '3.94 in'],
  [3048, 'in', '10.00 ft'],
] as const)('formatLong: %d mm in %s is %s', (millimetres, unit, text) =>
  expect(formatLong(millimetres, unit)).toBe(text),
);

describe('formatLength', () => {
  it.each([
    [55, 'mm', '55 mm'],
    [54.997, 'mm', '55 mm'],
    [114.3, 'in', '4 1/2 in'],
    [9.525, 'in', '3/8 in'],
    [254, 'in', '10 in'],
    [33, 'in', '1.299 in'],
  ] as const)('%d mm in %s reads %j', (millimetres, unit, text) =>
    expect(formatLength(millimetres, unit)).toBe(text),
  );
});

it.each([
  [0.0876, 'mm', '0.088 mm'],
  [0.0876, 'in', '0.0034 in'],
  [3, 'mm', '3 mm'],
] as const)('a small length of %d mm in %s reads %j', (millimetres, unit, text) =>
  expect(formatSmall(millimetres, unit)).toBe(text),
);
