import { TestBed } from '@angular/core/testing';
import { Loupe, aroundLoupe } from './loupe';

it('shows pixels eight times as large with the paths over them, for each picture that is there', () => {
  const context: Record<string, jest.Mock> = {};
  const calls = [
    'save',
    'restore',
    'beginPath',
    'arc',
    'fill',
    'clip',
    'setTransform',
    'drawImage',
    'stroke',
    'moveTo',
    'lineTo',
  ];
  for (const call of calls) context[call] = jest.fn();
  jest
    .spyOn(HTMLCanvasElement.prototype, 'getContext')
    .mockReturnValue(context as unknown as ReturnType<HTMLCanvasElement['getContext']>);
  const fixture = TestBed.createComponent(Loupe);
  const bitmap = { width: 50, height: 40 } as ImageBitmap;
  const paths = { of: 'paths' } as unknown as Path2D;
  fixture.componentRef.setInput('at', { x: 30, y: 20 });
  fixture.componentRef.setInput('pictures', [
    { bitmap, width: 100, height: 80, paths },
    { bitmap: undefined, width: 100, height: 80, paths },
  ]);
  fixture.detectChanges();
  expect(context['drawImage'].mock.calls).toEqual([[bitmap, 0, 0]]);
  // The bitmap is reduced to a half: sixteen times; the paths are not: eight times. Both with the place in the middle.
  expect(context['setTransform'].mock.calls).toEqual([
    [16, 0, 0, 16, 84 - 240, 84 - 160],
    [8, 0, 0, 8, 84 - 240, 84 - 160],
  ]);
  expect(context['stroke']).toHaveBeenCalledWith(paths);
  const { left, right } = aroundLoupe({ x: 30, y: 20 });
  expect((right - left) * 8).toBe(168);
});
