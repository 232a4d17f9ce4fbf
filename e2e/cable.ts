import net from "node:net";

/** A way of its own to an application that is served on loopback: cut, nobody answers at its address until it is mended. */
export type Cable = { url: string; cut: () => Promise<void>; mend: () => Promise<void> };

/** Lays a cable to where something is served; it ends with the process that laid it, or once it is cut. */
export async function layCable(to: string): Promise<Cable> {
  const port = Number(new URL(to).port);
  const open = new Set<net.Socket>();
  const server = net.createServer((near) => {
    const far = net.connect(port, "127.0.0.1");
    for (const [socket, other] of [
      [near, far],
      [far, near],
    ] as const) {
      open.add(socket);
      // Whatever ends one end ends the other: a reset of the browser is no fault of the journey.
      socket.on("error", () => socket.destroy());
      socket.on("close", () => {
        open.delete(socket);
        other.destroy();
      });
      socket.pipe(other);
    }
  });
  const listen = (at: number): Promise<void> =>
    new Promise((resolve, reject) => {
      server.once("error", reject);
      server.listen(at, "127.0.0.1", () => {
        server.off("error", reject);
        resolve();
      });
    });
  await listen(0);
  const own = (server.address() as net.AddressInfo).port;
  return {
    url: `http://127.0.0.1:${own}`,
    cut: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        for (const socket of open) socket.destroy();
      }),
    mend: () => listen(own),
  };
}
