import { newJob, quietContext } from '@drelk/core';
import { EngineSession, inkPixels } from './session';

/** A black disc on white, its rim stepped. */
function disc(width: number, height: number, radius: number) {
  const data = new Uint8Array(width * height * 4).fill(255);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (Math.hypot(x + 0.5 - width / 2, y + 0.5 - height / 2) < radius)
        data.fill(0, (y * width + x) * 4, (y * width + x) * 4 + 3);
    }
  }
  return { width, height, data };
}

describe('EngineSession', () => {
  const picture = disc(1600, 1200, 500);
  const source = {
    blob: '',
    name: 'disc.png',
    kind: 'png',
    width: 1600,
    height: 1200,
    density: 254,
    notes: [],
  };
  const document = newJob(source);
  const session = new EngineSession({ key: 'disc', picture, reduction: 1 });

  it('answers a preview from a smaller copy, in the same units and places', () => {
    const full = session.compute(document, 'full', quietContext).view;
    const preview = session.compute(document, 'preview', quietContext);
    expect(preview.result.picture.width).toBeLessThan(900);
    expect(preview.view.width).toBeCloseTo(1600, 6);
    expect(preview.view.facts.width / full.facts.width).toBeCloseTo(1, 2);
    expect(preview.view.millimetresPerPixel).toBeCloseTo(0.1, 6);
    expect(preview.view.frame.x).toBeCloseTo(full.frame.x, -1);
    expect(full.frame.x).toBeCloseTo(300, 0);
  });

  it('hands off what is shown in full', () => {
    const file = session.handOff(document, 'svg', quietContext);
    expect(file.readBack.width).toBeCloseTo(100, 0);
    expect(session.contours().starts.length).toBe(2);
  });
});

it('inkPixels are opaque where ink is', () => {
  const pixels = inkPixels({ width: 2, height: 1, data: Uint8Array.from([0, 255]) }, 128);
  expect([pixels[3], pixels[7]]).toEqual([255, 0]);
});
