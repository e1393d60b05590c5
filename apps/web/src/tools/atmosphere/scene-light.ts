import type { StepColour } from '@diplex/steps';
import { useEffect } from 'react';
import { create } from 'zustand';
import { useComposition } from '../../bench/composition-store';
import { takeColour } from '../../bench/take-colour';

/** The light of the scene is looked for at so many places across and down. */
const [ACROSS, DOWN] = [5, 3];

/** Of these the lightest sixth tells it, half of the way to grey and lighter: air is less coloured than what it is before. */
const [LIGHTEST, GREYER, LIGHTER] = [6, 0.5, 1.2];

/** In the dark it is lighter by so much more: what little light there is comes from somewhere beside the picture, too. */
const LIGHTER_IN_DARK = 0.9;

interface SceneLight {
  readonly light: StepColour | null;
  set(light: StepColour | null): void;
}

/** What colour fog or snow has in the light of the composition in hand; not known when null. */
export const useSceneLight = create<SceneLight>((set) => ({
  light: null,
  set: (light) => set({ light }),
}));

const lumaOf = ({ r, g, b }: StepColour) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

async function lookForLight(): Promise<StepColour | null> {
  const { width, height } = useComposition.getState().composition.canvas;
  const places = Array.from({ length: ACROSS * DOWN }, (_, i) => ({
    x: (((i % ACROSS) + 0.5) / ACROSS) * width,
    y: ((Math.floor(i / ACROSS) + 0.5) / DOWN) * height,
  }));
  const colours = await Promise.all(places.map((place) => takeColour(place, 51)));
  const found = colours
    .flatMap((colour) => (colour ? [colour] : []))
    .sort((a, b) => lumaOf(b) - lumaOf(a))
    .slice(0, Math.ceil((ACROSS * DOWN) / LIGHTEST));
  if (found.length === 0) return null;
  const mean = (of: (colour: StepColour) => number) =>
    found.reduce((sum, colour) => sum + of(colour), 0) / found.length;
  const grey = mean(lumaOf);
  const lighter = LIGHTER + LIGHTER_IN_DARK * (1 - grey / 255) ** 2;
  const part = (of: (colour: StepColour) => number) => {
    const value = mean(of);
    return Math.round(Math.min(255, (value + GREYER * (grey - value)) * lighter));
  };
  return { r: part(({ r }) => r), g: part(({ g }) => g), b: part(({ b }) => b) };
}

/** Looks for the light of the composition once, for as long as something that takes it on is on offer. */
export function useLookForLight(): void {
  const id = useComposition((state) => state.id);
  useEffect(() => {
    let gone = false;
    useSceneLight.getState().set(null);
    void lookForLight()
      .then((light) => id && !gone && useSceneLight.getState().set(light))
      // Without it the colours are those of an overcast day.
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [id]);
}
