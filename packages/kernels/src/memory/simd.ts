/** A few hundred bytes that belong to this thread alone, for what does not fill a vector. */
export let spare: usize = 0;

/** Every thread calls this once with memory of its own: 1 KiB. */
export function startThread(address: usize): void {
  spare = address;
}
