import { expect, it, vi } from 'vitest';
import { droppedIn, dropsOn, type Dropped } from './dropping';

const photograph = new File(['x'], 'pools.jpg');
const data = (files: File[], uris = '') =>
  ({
    files,
    types: [...(files.length > 0 ? ['Files'] : []), ...(uris === '' ? [] : ['text/uri-list'])],
    getData: (type: string) => (type === 'text/uri-list' ? uris : '')
  }) as unknown as DataTransfer;

/** An element on which things are dropped, what it took, and whether something hangs over it. */
function place() {
  const element = new EventTarget();
  const took: Dropped[] = [];
  const hangs = vi.fn();
  const end = dropsOn((dropped) => void took.push(dropped), hangs)(element as HTMLElement);
  const event = (type: string, dataTransfer: DataTransfer | null) => {
    const dragged = Object.assign(new Event(type, { cancelable: true }), { dataTransfer });
    element.dispatchEvent(dragged);
    return dragged;
  };
  return { event, took, hangs, end };
}

it('takes files, and a link only where there are none', () => {
  expect(droppedIn(data([photograph], 'https://shore.example/a'))).toEqual({ files: [photograph], link: null });
  expect(droppedIn(data([], ' https://shore.example/a \r\nhttps://shore.example/b'))).toEqual({
    files: [],
    link: 'https://shore.example/a'
  });
  expect(droppedIn(data([]))).toEqual({ files: [], link: null });
});

it('says once that something hangs over it, whatever it passes on its way', () => {
  const { event, hangs, took } = place();
  const files = data([photograph]);
  event('dragenter', files);
  event('dragenter', files);
  event('dragleave', files);
  expect(hangs.mock.calls).toEqual([[true]]);
  event('dragleave', files);
  expect(hangs.mock.calls).toEqual([[true], [false]]);
  event('dragenter', files);
  expect(event('dragover', files).defaultPrevented).toBe(true);
  expect(event('drop', files).defaultPrevented).toBe(true);
  expect(hangs.mock.calls).toEqual([[true], [false], [true], [false]]);
  expect(took).toEqual([{ files: [photograph], link: null }]);
});

it('leaves alone what is no file and no link', () => {
  const { event, hangs, took } = place();
  for (const type of ['dragenter', 'dragover', 'dragleave', 'drop'])
    for (const dragged of [null, data([])]) expect(event(type, dragged).defaultPrevented).toBe(false);
  expect([hangs.mock.calls, took]).toEqual([[], []]);
});

it('takes nothing any more once it is gone', () => {
  const { event, took, end } = place();
  (end as () => void)();
  event('drop', data([photograph]));
  expect(took).toEqual([]);
});
