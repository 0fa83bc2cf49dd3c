import { connect, createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import type { School } from './demoServer';

/** A slow line to a school, which can be cut and mended: the real bytes are slow, not the browser's idea of them. */
export class SlowLine {
  private readonly sockets = new Set<Socket>();
  private whole = true;
  /** Bytes a second towards school. */
  rate: number;

  private constructor(
    private readonly server: Server,
    rate: number,
  ) {
    this.rate = rate;
  }

  static async to(school: School, rate: number): Promise<SlowLine> {
    const server = createServer();
    const line = new SlowLine(server, rate);
    server.on('connection', (from) => line.join(from, school.port));
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    return line;
  }

  private join(from: Socket, port: number): void {
    if (!this.whole) return void from.destroy();
    const onward = connect(port, '127.0.0.1');
    for (const socket of [from, onward]) {
      this.sockets.add(socket);
      socket.on('error', () => undefined); // cut on purpose, or school was killed
      socket.on('close', () => {
        this.sockets.delete(socket);
        (socket === from ? onward : from).destroy();
      });
    }
    from.on('data', (bytes) => {
      onward.write(bytes);
      from.pause();
      setTimeout(() => from.resume(), (bytes.length / this.rate) * 1000);
    });
    onward.pipe(from);
  }

  /** The school, by way of this line. */
  school(school: School): School {
    return Object.create(school, {
      url: { value: `http://127.0.0.1:${(this.server.address() as AddressInfo).port}` },
    }) as School;
  }

  cut(): void {
    this.whole = false;
    for (const socket of this.sockets) socket.destroy();
  }

  mend(): void {
    this.whole = true;
  }

  async close(): Promise<void> {
    this.cut();
    await new Promise((resolve) => this.server.close(resolve));
  }
}
