import { TestBed } from '@angular/core/testing';
import { TypedFigure } from './typed-figure';

function typedIn() {
  const made = TestBed.createComponent(TypedFigure);
  for (const [name, value] of Object.entries({
    label: 'Density',
    unit: 'dpi',
    value: 300,
    least: 10,
    most: 2400,
  }))
    made.componentRef.setInput(name, value);
  const given: number[] = [];
  made.componentInstance.chosen.subscribe((figure) => given.push(figure));
  made.detectChanges();
  const element = made.nativeElement as HTMLElement;
  const field = element.querySelector('input') as HTMLInputElement;
  const type = (text: string) => {
    field.value = text;
    field.dispatchEvent(new Event('change'));
    made.detectChanges();
    return element.querySelector('[role=alert]')?.textContent ?? '';
  };
  return { field, type, given };
}

describe('a typed figure', () => {
  it('is named with its unit, and given on once it can be', () => {
    const { field, type, given } = typedIn();
    expect(field.getAttribute('aria-label')).toBe('Density, in dpi');
    expect(field.value).toBe('300');
    expect(type('254')).toBe('');
    expect(type(' 96,5 ')).toBe('');
    expect(given).toEqual([254, 96.5]);
  });

  it.each(['', 'tea', '9', '2401', '-300'])(
    'says what it may be instead of “%s”, and changes nothing',
    (text) => {
      const { type, given } = typedIn();
      expect(type(text)).toContain('give 10 to 2400 dpi');
      expect(given).toEqual([]);
    },
  );

  it('is not given on where it is what it was', () => {
    const { type, given } = typedIn();
    type('300');
    expect(given).toEqual([]);
  });
});
