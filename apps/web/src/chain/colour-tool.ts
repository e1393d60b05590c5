import { colourNeeds, type StepPlace } from '@diplex/core';
import { layerById, type Point } from '@diplex/document';
import {
  type ColourPick,
  definitionOf,
  type PickedColour,
  presentValues,
  setStepValues,
} from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { type ColourWanted, useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { wordsOf } from '../link/problem';
import type { Tool } from '../picture/tool';

/** The colour that comes into a step around a place; null where there is nothing. */
async function colourInto(place: StepPlace, at: Point): Promise<PickedColour | null> {
  const { composition, layer, step } = place;
  const needs = colourNeeds(place, at);
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), layer, step, at };
    return await pageEngine().run('step-colour', ask, { priority: 30 });
  } finally {
    letGo();
  }
}

/** The colour that the picture shows at a place; null where it shows nothing. */
async function colourShown({ composition }: StepPlace, at: Point): Promise<PickedColour | null> {
  const ask = {
    composition: compositionKey(composition),
    x: Math.floor(at.x),
    y: Math.floor(at.y),
  };
  const { r, g, b, alpha } = await pageEngine().run('probe', ask, { priority: 30 });
  return alpha > 0 ? [r, g, b] : null;
}

const COLOUR: Readonly<
  Record<ColourPick['from'], (place: StepPlace, at: Point) => Promise<PickedColour | null>>
> = { input: colourInto, picture: colourShown };

/** A press, or a drag, that takes the mean of the colours it goes over. */
class Taking {
  private readonly colours: PickedColour[] = [];
  private next: Point | null = null;
  private asked: Promise<void> | null = null;
  private over = false;

  constructor(private readonly wanted: ColourWanted) {}

  /** Asks for the colour at a place; while one is asked for only the newest place is kept. */
  at(place: Point): void {
    this.next = place;
    this.asked ??= this.ask().finally(() => {
      this.asked = null;
    });
  }

  async done(): Promise<void> {
    await this.asked;
    if (!this.over) this.give('perform');
  }

  cancel(): void {
    this.over = true;
    useComposition.getState().show(null);
  }

  private found() {
    const { composition } = useComposition.getState();
    const { layer, step, pick } = this.wanted;
    const found = layerById(composition, layer)?.steps.find(({ id }) => id === step);
    const how = found && definitionOf(found.kind).picks?.[pick];
    return found && how ? { composition, layer, step, values: presentValues(found), how } : null;
  }

  private async ask(): Promise<void> {
    for (let at = this.next; at && !this.over; at = this.next) {
      this.next = null;
      const place = this.found();
      if (!place) return;
      try {
        const colour = await COLOUR[place.how.from](place, at);
        if (colour) this.colours.push(colour);
      } catch (error) {
        this.over = true;
        tellProblem(`No colour was taken. ${wordsOf(error)}`);
        return;
      }
      if (!this.over) this.give('tryOut');
    }
  }

  private give(how: 'perform' | 'tryOut'): void {
    const place = this.found();
    if (!place) return;
    const count = this.colours.length;
    if (count === 0) {
      if (how === 'perform') tellProblem('There is nothing there. Press on the picture.');
      return;
    }
    const mean = [0, 1, 2].map(
      (c) => this.colours.reduce((sum, colour) => sum + (colour[c] as number), 0) / count,
    );
    const { layer, step, values } = place;
    const given = place.how.take(values, mean as unknown as PickedColour, this.wanted.on);
    const store = useComposition.getState();
    if (typeof given !== 'string') store[how](setStepValues, { layer, step, values: given });
    else if (how === 'perform') {
      store.show(null);
      tellProblem(given);
    }
  }
}

let taking: Taking | null = null;

/** Gives the step that asked for it the colour under the pointer; Shift goes on taking. */
export const colourTool: Tool = {
  begin(at) {
    const { colourWanted } = useHand.getState();
    if (!colourWanted) return;
    taking = new Taking(colourWanted);
    taking.at(at);
  },
  move(through) {
    const last = through.at(-1);
    if (last) taking?.at(last);
  },
  end(at) {
    if (!taking) return;
    if (!at.shift) useHand.getState().take({ colourWanted: null });
    void taking.done();
    taking = null;
  },
  cancel() {
    taking?.cancel();
    taking = null;
    useHand.getState().take({ colourWanted: null });
  },
};
