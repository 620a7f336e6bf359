import { LiveHub, type Topic } from './liveHub';

/** Shared by all tabs and windows of a browser: it holds their one line to the server. */
const hub = new LiveHub((url) => new EventSource(url));

/** A window that says nothing for this long has gone without a word, ms. */
const longest = 70_000;
const lastHeard = new Map<MessagePort, number>();

(globalThis as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports: [port] }) => {
  port!.onmessage = ({ data }: MessageEvent<Topic[]>) => {
    lastHeard.set(port!, Date.now());
    if (data.length > 0) hub.want(port!, data, (heard) => port!.postMessage(heard));
    else hub.leave(port!);
  };
};

setInterval(() => {
  for (const [port, at] of lastHeard)
    if (Date.now() - at > longest) {
      lastHeard.delete(port);
      hub.leave(port);
    }
}, longest / 2);
