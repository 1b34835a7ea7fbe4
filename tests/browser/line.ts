import { connect, createServer, type Socket } from 'node:net';
import { Transform } from 'node:stream';
import { setTimeout as pause } from 'node:timers/promises';

/** A line between browsers and a server: bytes go up no faster than it allows, and it can be cut. */
export interface Line {
  cut(): void;
  mend(): void;
  close(): void;
}

/** Opens a line at one port of this machine that leads to another. @param perSecond bytes that go up each second */
export async function openLine(port: number, to: number, perSecond: number): Promise<Line> {
  const open = new Set<Socket>();
  let whole = true;
  const server = createServer((browser) => {
    if (!whole) return void browser.destroy();
    const onward = connect(to, '127.0.0.1');
    for (const one of [browser, onward]) {
      open.add(one);
      // Where one end breaks, the other one learns of it; which error it was does not matter here.
      one.on('error', () => undefined);
      one.on('close', () => {
        open.delete(one);
        for (const other of [browser, onward]) other.destroy();
      });
    }
    browser.pipe(narrow(perSecond)).pipe(onward);
    onward.pipe(browser);
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  const sever = () => open.forEach((one) => one.destroy());
  return {
    cut() {
      whole = false;
      sever();
    },
    mend() {
      whole = true;
    },
    close() {
      server.close();
      sever();
    }
  };
}

function narrow(perSecond: number): Transform {
  return new Transform({
    highWaterMark: 64 * 1024,
    transform(chunk: Buffer, _encoding, done) {
      void pause((chunk.length / perSecond) * 1000).then(() => done(null, chunk));
    }
  });
}
