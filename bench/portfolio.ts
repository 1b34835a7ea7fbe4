import { serveBare } from './bare';
import { inTurns, requestsPerSecond } from './load';
import type { Result, Stage } from './stage';

/** A public page of 40 parts, against a bare page that sends as many bytes after one query. */
export async function portfolioPublic(stage: Stage): Promise<Result[]> {
  const token = await stage.script('bench/fill-portfolio.command.ts', [`folio${Date.now() % 100_000}`, '40']);
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const address = `${app.url}/shown/${token}`;
  const bytes = (await (await fetch(address)).text()).length;
  const empty = (await (await fetch(`${bare.url}/bytes?more=0`)).text()).length;
  const ours = (seconds: number) => requestsPerSecond(address, '', seconds);
  const theirs = (seconds: number) => requestsPerSecond(`${bare.url}/bytes?more=${bytes - empty}`, '', seconds);
  const { ours: own, floor } = await inTurns(ours, theirs);
  app.stop();
  bare.stop();
  return [
    {
      ...{ name: 'portfolio-public', value: own / floor, unit: 'ratio', bound: 0.6, direction: 'min' },
      floor: `a bare page of ${(bytes / 1000).toFixed(0)} kB after one query, ${floor.toFixed(0)} requests/s (ours ${own.toFixed(0)})`
    }
  ];
}
