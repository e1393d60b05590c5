import type { Row } from './row';
export async function* interactiveRows(): AsyncGenerator<Row> {}
