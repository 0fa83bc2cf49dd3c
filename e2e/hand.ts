import type { CDPSession } from '@playwright/test';
import type { Device } from './device';

/** Shares of the sheet's width and height. */
type Place = readonly [x: number, y: number];

/** Real input of a stylus or a finger, as the browser gets it from the system. */
export class Hand {
  private constructor(
    private readonly session: CDPSession,
    private readonly box: { x: number; y: number; width: number; height: number },
  ) {}

  static async over(device: Device): Promise<Hand> {
    return new Hand(await device.page.context().newCDPSession(device.page), (await device.sheet.boundingBox())!);
  }

  private at(x: number, y: number): { x: number; y: number } {
    return { x: this.box.x + this.box.width * x, y: this.box.y + this.box.height * y };
  }

  /**
   * One event of a stylus; `at` in seconds since 1970, where the device is to have felt it at another time than now.
   */
  async stylus(
    type: 'mousePressed' | 'mouseMoved' | 'mouseReleased',
    [x, y]: Place,
    { force = 0.5, at }: { force?: number; at?: number } = {},
  ): Promise<void> {
    await this.session.send('Input.dispatchMouseEvent', {
      type,
      ...this.at(x, y),
      pointerType: 'pen',
      button: 'left',
      buttons: 1,
      force,
      clickCount: 1,
      ...(at ? { timestamp: at } : {}),
    });
  }

  /** All fingers that are down after something has happened to one; a third number is how broad one is, in pixels. */
  async fingers(
    type: 'touchStart' | 'touchMove' | 'touchEnd',
    ...places: (Place | readonly [x: number, y: number, broad: number])[]
  ): Promise<void> {
    await this.session.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: places.map(([x, y, broad], id) => ({
        id,
        ...this.at(x, y),
        ...(broad ? { radiusX: broad / 2, radiusY: broad / 2 } : {}),
      })),
    });
  }

  async pen(fromX: number, toX: number, y: number, force: (share: number) => number): Promise<void> {
    const placeAt = (share: number): Place => [fromX + (toX - fromX) * share, y];
    await this.stylus('mousePressed', placeAt(0), { force: force(0) });
    for (let i = 1; i <= 12; i++) await this.stylus('mouseMoved', placeAt(i / 12), { force: force(i / 12) });
    await this.stylus('mouseReleased', placeAt(1), { force: force(1) });
  }

  async touch(...paths: { from: Place; to: Place }[]): Promise<void> {
    const places = (share: number): Place[] =>
      paths.map(({ from, to }) => [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]);
    await this.fingers('touchStart', ...places(0));
    for (let i = 1; i <= 10; i++) await this.fingers('touchMove', ...places(i / 10));
    await this.fingers('touchEnd');
  }
}
