/** How many there are of a thing, in words. */
export function counted(count: number, thing: string): string {
  return `${count} ${thing}${count === 1 ? '' : 's'}`;
}
