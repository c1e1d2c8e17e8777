import { TestBed } from '@angular/core/testing';
import { fakeWork } from '../../../../testing/fake-work';
import { Lighting } from './lighting';

describe('Lighting', () => {
  const mask = (name: string) => ({ name, close: jest.fn() }) as unknown as ImageBitmap;
  const settled = async () => {
    TestBed.tick();
    await new Promise((resolve) => setTimeout(resolve, 140));
  };

  it('asks for what is pointed at once it rests there, and puts it out after', async () => {
    const { engine } = fakeWork();
    const lighting = TestBed.inject(Lighting);
    const lit = mask('background');
    engine.ask.mockResolvedValue({ mask: lit });
    lighting.pointed.set({ kind: 'plate', colour: '#000000' });
    TestBed.tick();
    lighting.pointed.set({ kind: 'background' });
    await settled();
    expect(engine.ask.mock.calls.map(([, { what }]: [string, { what: object }]) => what)).toEqual([
      { kind: 'background' },
    ]);
    expect(lighting.mask()).toBe(lit);
    lighting.pointed.set(undefined);
    await settled();
    expect(lighting.mask()).toBeUndefined();
  });

  it('keeps what was asked for lit until the settings change', async () => {
    const { engine, store } = fakeWork();
    const lighting = TestBed.inject(Lighting);
    engine.ask.mockResolvedValue({ mask: mask('vanishing') });
    await settled();
    lighting.kept.set({ kind: 'vanishing' });
    await settled();
    expect(lighting.mask()).toBeDefined();
    store.change('Threshold', ({ ink }) => void (ink.threshold = 90));
    await settled();
    expect(lighting.kept()).toBeUndefined();
    expect(lighting.mask()).toBeUndefined();
  });
});
