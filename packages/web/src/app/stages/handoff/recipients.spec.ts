import { of } from 'rxjs';
import { USUAL_CHOICES } from '@drelk/core';
import type { Recipient } from '@drelk/contract';
import { fakeWork, render } from '../../../../testing/fake-work';
import { Recipients } from './recipients';

const shop: Recipient = {
  id: 3,
  name: 'Shop',
  choices: { ...USUAL_CHOICES, dxf: { ...USUAL_CHOICES.dxf, unit: 'in' } },
};

function list() {
  const keepRecipient = jest.fn(() => of(shop));
  const removeRecipient = jest.fn(() => of(undefined));
  const all = fakeWork(undefined, { recipients: () => of([shop]), keepRecipient, removeRecipient });
  const rendered = render(Recipients);
  const choose = (id: string) => {
    const select = rendered.element.querySelector('select');
    if (!select) throw new Error('no list');
    select.value = id;
    select.dispatchEvent(new Event('change'));
    rendered.fixture.detectChanges();
  };
  return { ...all, ...rendered, choose, keepRecipient, removeRecipient };
}

describe('recipients', () => {
  it('have all their choices taken at once, as one step, and are shown while these hold', () => {
    const { store, choose, text } = list();
    choose('3');
    expect(store.document()?.handoff.dxf['unit']).toBe('in');
    expect(store.undoLabel()).toBe('For Shop');
    expect(text()).toContain('Take Shop away');
    choose('');
    expect(store.document()?.handoff).toEqual(USUAL_CHOICES);
    expect(text()).not.toContain('Take Shop away');
  });

  it('are kept under a name with what is chosen now; without a name nothing is', () => {
    const { element, press, keepRecipient } = list();
    const name = element.querySelector('input');
    if (!name) throw new Error('no field');
    press('Keep these choices');
    expect(keepRecipient).not.toHaveBeenCalled();
    name.value = '  The shop down the road ';
    press('Keep these choices');
    expect(keepRecipient).toHaveBeenCalledWith({ name: 'The shop down the road', choices: USUAL_CHOICES });
  });

  it('are taken away', () => {
    const { choose, press, removeRecipient } = list();
    choose('3');
    press('Take Shop away');
    expect(removeRecipient).toHaveBeenCalledWith(3);
  });
});
