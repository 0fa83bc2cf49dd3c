import { MARK_EDGE } from '@lippet/core/ink/tools';
import { expect } from '@playwright/test';
import type { Device } from './device';

/** A hand over the sheet that is shown whole: places are page points. */
export class Sheet {
  private constructor(
    readonly device: Device,
    private readonly width: number,
    private readonly height: number,
  ) {}

  static async of(device: Device, width = 595, height = 842): Promise<Sheet> {
    await device.page.getByRole('button', { name: 'Whole page' }).click();
    return new Sheet(device, width, height);
  }

  private async place(x: number, y: number): Promise<[number, number]> {
    const box = (await this.device.sheet.boundingBox())!;
    const scale = Math.min((box.width - 24) / this.width, (box.height - 24) / this.height);
    return [
      box.x + (box.width - this.width * scale) / 2 + x * scale,
      box.y + (box.height - this.height * scale) / 2 + y * scale,
    ];
  }

  /** A page point as shares of the sheet's width and height. */
  async share(x: number, y: number): Promise<[number, number]> {
    const box = (await this.device.sheet.boundingBox())!;
    const [left, top] = await this.place(x, y);
    return [(left - box.x) / box.width, (top - box.y) / box.height];
  }

  async tool(name: string): Promise<void> {
    await this.device.page.getByRole('toolbar', { name: 'Tools' }).getByRole('button', { name, exact: true }).click();
  }

  async colour(name: string): Promise<void> {
    await this.device.page.getByRole('radio', { name, exact: true }).click();
  }

  async tap(x: number, y: number): Promise<void> {
    await this.device.page.mouse.click(...(await this.place(x, y)));
  }

  /** Drags through page points; `hold` stays at the end until a shape would have been found. */
  async drag(points: readonly (readonly [number, number])[], { hold = false } = {}): Promise<void> {
    const { mouse } = this.device.page;
    const places = await Promise.all(points.map(([x, y]) => this.place(x, y)));
    await mouse.move(...places[0]!);
    await mouse.down();
    for (const place of places.slice(1)) await mouse.move(...place, { steps: points.length > 10 ? 1 : 8 });
    if (hold) {
      const [x, y] = places.at(-1)!;
      await mouse.move(x + 1, y);
      await this.device.page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 800)));
    }
    await mouse.up();
  }

  /** Draws from one page point to another, and does not lift the pen. */
  async press(from: readonly [number, number], to: readonly [number, number]): Promise<void> {
    const { mouse } = this.device.page;
    await mouse.move(...(await this.place(...from)));
    await mouse.down();
    await mouse.move(...(await this.place(...to)), { steps: 8 });
  }

  /** How many pixels there are of the edge that marks have: baked, or under the pen. */
  edgePixels(): Promise<number> {
    return this.device.sheet.evaluate((element, edge) => {
      const channels = [1, 3, 5].map((from) => parseInt(edge.slice(from, from + 2), 16));
      let count = 0;
      for (const canvas of element.querySelectorAll('canvas')) {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
        for (let pixel = 0; pixel < data.length; pixel += 4)
          count += Number(channels.every((channel, index) => Math.abs(data[pixel + index]! - channel) < 3));
      }
      return count;
    }, MARK_EDGE.colour);
  }

  async expectItems(count: number): Promise<void> {
    await expect(this.device.sheet).toHaveAttribute('data-items', String(count));
  }

  /** Red, green and blue of what is baked at a page point. */
  async channels(x: number, y: number): Promise<number[]> {
    const [left, top] = await this.place(x, y);
    const box = (await this.device.sheet.boundingBox())!;
    return this.device.sheet.evaluate(
      (element, place) => {
        const canvas = element.querySelector('canvas')!;
        return [
          ...canvas
            .getContext('2d')!
            .getImageData(
              Math.round(place.x * (canvas.width / place.width)),
              Math.round(place.y * (canvas.height / place.height)),
              1,
              1,
            )
            .data.slice(0, 3),
        ];
      },
      { x: left - box.x, y: top - box.y, width: box.width, height: box.height },
    );
  }

  async colourAt(x: number, y: number): Promise<string> {
    return `#${(await this.channels(x, y)).map((value) => value.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
  }

  async expectColour(x: number, y: number, colour: string): Promise<void> {
    await expect.poll(() => this.colourAt(x, y)).toBe(colour);
  }

  /** Whether anything dark is drawn within three points of a place. */
  async expectInk(x: number, y: number, there: boolean): Promise<void> {
    const dark = async (): Promise<boolean> => {
      for (let dy = -3; dy <= 3; dy++) if ((await this.channels(x, y + dy))[0]! < 0x90) return true;
      return false;
    };
    await expect.poll(dark).toBe(there);
  }

  /** Asks the API as whoever is signed in here. */
  get<T>(path: string): Promise<T> {
    return this.device.page.evaluate(async (address) => (await (await fetch(address)).json()) as never, `/api${path}`);
  }

  /** The piece that the sheet shows. */
  async pieceId(): Promise<string> {
    const activity = new URL(this.device.page.url()).pathname.split('/').at(-1)!;
    const now = await this.get<{ cards: { activityId: string; pieceId: string }[] }>('/now');
    return now.cards.find(({ activityId }) => activityId === activity)!.pieceId;
  }

  /** What is baked along a line across the page at a height: enough to tell a ring from a wobbly one. */
  async across(y: number): Promise<string> {
    const [, top] = await this.place(0, y);
    const box = (await this.device.sheet.boundingBox())!;
    return this.device.sheet.evaluate(
      (element, share) => {
        const canvas = element.querySelector('canvas')!;
        const { data } = canvas.getContext('2d')!.getImageData(0, Math.round(canvas.height * share), canvas.width, 1);
        return String(data);
      },
      (top - box.y) / box.height,
    );
  }
}
