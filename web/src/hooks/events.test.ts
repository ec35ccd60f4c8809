/** @jest-environment jsdom */
import type { ShopEvent } from '@sable/core';

/** A stream as the browser gives it, driven by the test. */
class Stream {
  static readonly all: Stream[] = [];
  onmessage: ((message: { data: string }) => void) | undefined;
  onopen: (() => void) | undefined;
  onerror: (() => void) | undefined;
  readonly url: string;
  constructor(url: string) {
    this.url = url;
    Stream.all.push(this);
  }
}
globalThis.EventSource = Stream as unknown as typeof EventSource;
const { onShopEvent } = await import('./events.ts');

const heard: ShopEvent[] = [];
const stop = onShopEvent((event) => heard.push(event));
const [stream] = Stream.all;

beforeEach(() => (heard.length = 0));

test('one stream is opened, however many listen', () => {
  const second = onShopEvent(() => undefined);
  expect(Stream.all.map((s) => s.url)).toEqual(['/api/v1/events']);
  second();
});

test('what the server tells is handed to everybody who listens', () => {
  const other: ShopEvent[] = [];
  const end = onShopEvent((event) => other.push(event));
  stream!.onmessage!({ data: '{"build":"glider-tug","version":4}' });
  end();
  stream!.onmessage!({ data: '{"library":true}' });
  expect(heard).toEqual([{ build: 'glider-tug', version: 4 }, { library: true }]);
  expect(other).toEqual([{ build: 'glider-tug', version: 4 }]);
});

test('the first opening tells nothing; one after a break tells that something may have been missed, once', () => {
  stream!.onopen!();
  expect(heard).toEqual([]);
  stream!.onerror!();
  stream!.onerror!();
  stream!.onopen!();
  stream!.onopen!();
  expect(heard).toEqual([{ missed: true }]);
});

test('who stopped hears no more', () => {
  stop();
  stream!.onmessage!({ data: '{"library":true}' });
  expect(heard).toEqual([]);
});
