import { TestBed } from '@angular/core/testing';
import { glanceAt } from './glance';
import { Incoming, IncomingPicture } from './incoming';

jest.mock('./glance', () => ({ glanceAt: jest.fn() }));

describe('a picture that comes in', () => {
  const file = new File([], 'tea.jpg');
  const look = () => ({ bitmap: { close: jest.fn() } as unknown as ImageBitmap, width: 40, height: 30 });
  const settled = () => new Promise((resolve) => setTimeout(resolve));
  let incoming: Incoming;
  beforeEach(() => (incoming = TestBed.inject(Incoming)));

  it('is seen at once, and handed over to whoever shows it', async () => {
    const glance = look();
    jest.mocked(glanceAt).mockResolvedValue(glance);
    incoming.begin(file);
    await settled();
    expect(incoming.glance()).toBe(glance);
    incoming.keptAs('a');
    expect(incoming.take('a')).toBe(glance);
    expect(incoming.glance()).toBeUndefined();
    expect(glance.bitmap.close).not.toHaveBeenCalled();
  });

  it('is let go where another job is opened, or it is refused', async () => {
    const glance = look();
    jest.mocked(glanceAt).mockResolvedValue(glance);
    incoming.begin(file);
    await settled();
    incoming.keptAs('a');
    expect(incoming.take('b')).toBeUndefined();
    expect(glance.bitmap.close).toHaveBeenCalled();
    const late = look();
    jest.mocked(glanceAt).mockResolvedValue(late);
    incoming.begin(file);
    incoming.end();
    await settled();
    expect(incoming.glance()).toBeUndefined();
    expect(late.bitmap.close).toHaveBeenCalled();
  });

  it('says so while it is taken in', async () => {
    jest.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue(null);
    const fixture = TestBed.createComponent(IncomingPicture);
    jest.mocked(glanceAt).mockResolvedValue(look());
    incoming.begin(file);
    await settled();
    fixture.detectChanges();
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('Taking the picture in');
  });
});
