/** How to open another page; set by the router's root. */
let open: (path: string) => void = () => undefined;

export function setPageNavigation(go: (path: string) => void): void {
  open = go;
}

export function openPage(path: string): void {
  open(path);
}
