import type { Finding } from './check';
import { outcomeOf } from './outcome';

const finding = (kind: string, more: Partial<Finding> = {}): Finding => ({
  kind,
  severity: 'warn',
  count: 1,
  measured: 1,
  allowed: 0,
  places: [],
  sizes: [],
  message: `${kind}.`,
  hint: '',
  ...more,
});
const proof = (findings: Finding[], parts = 1) => ({ findings, waived: [], parts });

describe('a remedy', () => {
  it('has mended what is gone, is there less often, or measures better', () => {
    const wrong = proof([finding('neck', { count: 3, measured: 0.5, grows: true })]);
    expect(outcomeOf(wrong, proof([]), 'neck')).toEqual({ isMended: true, worse: [], also: [] });
    const less = (more: Partial<Finding>) =>
      outcomeOf(wrong, proof([finding('neck', { count: 3, measured: 0.5, grows: true, ...more })]), 'neck')
        .isMended;
    expect([less({ count: 2 }), less({ count: 4 }), less({ measured: 0.9 }), less({})]).toEqual([
      true,
      false,
      true,
      false,
    ]);
  });

  it('is worse by what was not there, by more of it, and by what comes apart', () => {
    const before = proof([finding('island'), finding('wall', { count: 2 })], 3);
    const after = proof(
      [finding('wall', { count: 4 }), finding('neck'), finding('apart', { severity: 'note' })],
      5,
    );
    expect(outcomeOf(before, after, 'island')).toEqual({
      isMended: true,
      worse: ['wall.', 'neck.', 'What hung together in 3 would come out in 5 parts.'],
      also: [],
    });
  });

  it('may leave a few more places elsewhere, which are told, but none that spoils the cut', () => {
    const before = proof([finding('speck', { count: 8 })]);
    const walls = finding('wall', { count: 2 });
    expect(outcomeOf(before, proof([walls]), 'speck')).toEqual({
      isMended: true,
      worse: [],
      also: ['wall.'],
    });
    expect(outcomeOf(before, proof([{ ...walls, count: 3 }]), 'speck').worse).toEqual(['wall.']);
    expect(outcomeOf(before, proof([{ ...walls, count: 1, severity: 'stop' }]), 'speck').worse).toEqual([
      'wall.',
    ]);
    // What falls out is lost: to hold it is worth more.
    const lost = proof([finding('island', { count: 8 })]);
    expect(outcomeOf(lost, proof([{ ...walls, count: 6 }]), 'island')).toMatchObject({ worse: [] });
  });
});
