import type { Point } from '@diplex/document';
import type { WaitingStroke } from '../bench/waiting-strokes';

/** One place of the pointer over the picture. */
export interface PointerSample extends Point {
  /** In composition pixels, like x and y of Point. */
  readonly pressure: number;
  readonly shift: boolean;
  readonly alt: boolean;
  /** Pressed with the second button of mouse or pen. */
  readonly otherButton: boolean;
}

/** What the pointer does while a tool is in hand. Tools know nothing of the interface. */
export interface Tool {
  begin(at: PointerSample): void;
  move(through: readonly PointerSample[]): void;
  end(at: PointerSample): void;
  /** Leaves without a trace. */
  cancel(): void;
  /** The pointer moves with no button down. */
  hover?(at: PointerSample): void;
  /** Enter: finish what is being drawn. */
  commit?(): void;
  /** Backspace: take the last bit of it back. Returns whether there was one. */
  stepBack?(): boolean;
  /** Redo: put back what was taken back of it. Returns whether there was something. */
  stepForth?(): boolean;
  /** A stroke that was drawn before the page was closed, and never became a step. */
  again?(stroke: WaitingStroke): Promise<void>;
  /** Another tool is taken: what is unfinished waits; it is left when this is missing. */
  rest?(): void;
  /** It is in hand again: what waited is shown. */
  resume?(): void;
}
