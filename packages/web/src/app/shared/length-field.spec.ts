import { TestBed } from '@angular/core/testing';
import { LengthField } from './length-field';

describe('LengthField', () => {
  function field(value: number, units: 'mm' | 'in') {
    const fixture = TestBed.createComponent(LengthField);
    fixture.componentRef.setInput('label', 'Width');
    fixture.componentRef.setInput('value', value);
    fixture.componentRef.setInput('units', units);
    const chosen: number[] = [];
    fixture.componentInstance.chosen.subscribe((length) => chosen.push(length));
    fixture.detectChanges();
    const element = fixture.nativeElement as HTMLElement;
    const input = element.querySelector('input') as HTMLInputElement;
    const type = (text: string) => {
      input.value = text;
      input.dispatchEvent(new Event('input'));
      input.dispatchEvent(new Event('change'));
      fixture.detectChanges();
    };
    return { input, chosen, type, element, fixture };
  }

  it('reads fractions of an inch', () => {
    const { input, chosen, type } = field(50.8, 'in');
    expect(input.value).toBe('2 in');
    type('4 1/2');
    expect(chosen).toEqual([114.3]);
  });

  it('gives a length on once, though the browser tells of Enter twice', () => {
    const { input, chosen, type } = field(55, 'mm');
    input.value = '60 mm';
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    input.dispatchEvent(new Event('change'));
    expect(chosen).toEqual([60]);
    type('70');
    expect(chosen).toEqual([60, 70]);
  });

  it('keeps what is being written while another length is worked out', () => {
    const { input, chosen, fixture } = field(229.84, 'mm');
    input.value = '55 mm';
    input.dispatchEvent(new Event('input'));
    fixture.componentRef.setInput('value', 229.81);
    fixture.detectChanges();
    expect(input.value).toBe('55 mm');
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(chosen).toEqual([55]);
    fixture.componentRef.setInput('value', 55);
    fixture.detectChanges();
    fixture.componentRef.setInput('value', 60);
    fixture.detectChanges();
    expect(input.value).toBe('60 mm');
  });

  it('changes nothing by what it cannot read, and says so', () => {
    const { chosen, type, element, input } = field(55, 'mm');
    type('wide');
    expect(chosen).toEqual([]);
    expect(element.querySelector('[role=alert]')?.textContent).toContain('“wide” is not a length');
    expect(input.getAttribute('aria-invalid')).toBe('true');
  });

  it('refuses what the server would, with the limit', () => {
    const { chosen, type, element } = field(55, 'mm');
    type('200 m');
    expect(element.querySelector('[role=alert]')?.textContent).toContain('more than 100 m');
    type('0.01');
    expect(element.querySelector('[role=alert]')?.textContent).toContain('less than 0.1 mm');
    expect(chosen).toEqual([]);
  });

  it('changes nothing by what it says already', () => {
    const { chosen, type } = field(54.9981, 'mm');
    type('55 mm');
    expect(chosen).toEqual([]);
  });
});
