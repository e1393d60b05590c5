/** One end of a channel between a thread that asks and a thread that computes. */
export interface Port {
  post(message: unknown, transfer?: readonly ArrayBuffer[]): void;
  listen(onMessage: (message: unknown) => void, onFailure: (error: Error) => void): void;
  close(): void;
}
