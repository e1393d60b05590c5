import type { Colour } from '@diplex/core';
import { colourIn, coloursOf, PROFILE_NAMES } from '@diplex/document';
import { IconX } from '@tabler/icons-react';
import { type ReactNode, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { PATCH_SIDES, type PatchSide } from '../../bench/take-colour';
import { Amount } from '../Amount';
import { IconButton } from '../IconButton';
import { Pick } from '../Pick';
import { PlainButton } from '../PlainButton';
import { ColourWheel } from './ColourWheel';
import { harmoniesOf } from './harmonies';
import { colourOf, colourOfHex, hexOf, MOST_CHROMA, type Oklch, oklchOf } from './oklch';
import { useRecentColours } from './recent-colours';

/** The mean colour of what the layer in hand shows. */
async function subjectColour(): Promise<Colour | null> {
  const { layer } = useHand.getState();
  if (!layer) return null;
  const composition = compositionKey(useComposition.getState().composition);
  return pageEngine().run('mean-colour', { composition, layer }, { priority: 5 });
}

interface ColourPanelProps {
  readonly label: string;
  readonly value: Colour;
  readonly onTry: (colour: Colour) => void;
  readonly onSet: (colour: Colour) => void;
  readonly onClose: () => void;
}

/** A colour by wheel, by its numbers, from the picture, or from colours that go with others. */
export function ColourPanel({ label, value: kept, onTry, onSet, onClose }: ColourPanelProps) {
  const [subject, setSubject] = useState<Colour | null>(null);
  const [patch, setPatch] = useState<PatchSide>(5);
  const [tried, setTried] = useState<Colour | null>(null);
  // Grey has no hue, and rounding moves it: what was chosen stays where it was put.
  const composition = useComposition((state) => state.composition);
  const { profile } = composition.canvas;
  const lchOf = (colour: Colour) => oklchOf(colour, profile);
  const numbersOf = (colour: Oklch) => colourOf(colour, profile);
  const [chosen, setChosen] = useState<Oklch>(() => lchOf(kept));
  const lately = useRecentColours((state) => state.colours);
  const recent = lately.map(({ profile: of = 'srgb', ...each }) => colourIn(each, of, profile));
  const recentOnce = [...new Map(recent.map((each) => [hexOf(each), each])).values()];
  const used = coloursOf(composition);
  const value = tried ?? kept;
  const lch = hexOf(numbersOf(chosen)) === hexOf(value) ? chosen : lchOf(value);
  const tryOut = (colour: Colour, as = lchOf(colour)) => {
    setChosen(as);
    setTried(colour);
    onTry(colour);
  };
  const give = (colour: Colour, as = lchOf(colour)) => {
    setChosen(as);
    setTried(null);
    onSet(colour);
  };
  const setting = (change: (to: number) => Oklch) => ({
    onTry: (to: number) => tryOut(numbersOf(change(to)), change(to)),
    onSet: (to: number) => give(numbersOf(change(to)), change(to)),
  });
  const channel = (key: keyof Colour, words: string) => (
    <Amount
      label={words}
      value={value[key]}
      min={0}
      max={255}
      step={1}
      onTry={(to) => tryOut({ ...value, [key]: to })}
      onSet={(to) => give({ ...value, [key]: to })}
    />
  );
  const ask = () =>
    useHand.getState().take({ colourAsked: { side: patch, give: (colour) => give(colour) } });
  const ofSubject = async () => {
    const mean = await subjectColour();
    if (mean) setSubject(mean);
    else tellProblem('No layer that shows anything is in hand, so it has no colour.');
  };
  return (
    <section
      aria-label={label}
      className="fixed z-40 max-h-[86vh] w-[390px] overflow-y-auto rounded-box border border-line bg-base-100 p-3 text-base-content shadow-2xl"
      style={{ right: 296, bottom: 118 }}
      onKeyDown={(event) => {
        if (event.key !== 'Escape') return;
        event.stopPropagation();
        onClose();
      }}
    >
      <div className="mb-2 flex items-center justify-between">
        <h2 className="font-semibold text-[13px]">{label}</h2>
        <IconButton small icon={IconX} words="Close the colours" onPress={onClose} />
      </div>
      <div className="flex gap-3">
        <ColourWheel
          value={lch}
          profile={profile}
          onTry={(next) => tryOut(numbersOf(next), next)}
          onSet={(next) => give(numbersOf(next), next)}
        />
        <div className="grid min-w-0 flex-1 content-start gap-1">
          <HexField value={value} onSet={(colour) => give(colour)} />
          <Row words="These go with it">
            {harmoniesOf(value, profile).map(({ harmony, colours }) => (
              <Swatches
                key={harmony}
                words={harmony}
                colours={colours}
                onChoose={(colour) => give(colour)}
              />
            ))}
          </Row>
        </div>
      </div>
      <Amount
        label="Lightness"
        value={lch.l * 100}
        min={0}
        max={100}
        step={0.1}
        unit="%"
        {...setting((l) => ({ ...lch, l: l / 100 }))}
      />
      <Amount
        label="Chroma"
        value={lch.c}
        min={0}
        max={MOST_CHROMA[profile]}
        step={0.001}
        {...setting((c) => ({ ...lch, c }))}
      />
      <Amount
        label="Hue"
        value={lch.h}
        min={0}
        max={360}
        step={0.1}
        unit="°"
        {...setting((h) => ({ ...lch, h }))}
      />
      {profile !== 'srgb' && (
        <p className="mt-1 text-[11.5px] text-faint">
          Numbers are those of {PROFILE_NAMES[profile]}.
        </p>
      )}
      {channel('r', 'Red')}
      {channel('g', 'Green')}
      {channel('b', 'Blue')}
      <div className="mt-2 flex items-end gap-2">
        <PlainButton
          words="From the picture"
          hint="The next press on the picture takes its colour"
          onPress={ask}
        />
        <Pick
          label="Mean of"
          value={String(patch)}
          options={PATCH_SIDES.map((side) => ({ value: String(side), words: `${side} px` }))}
          onChoose={(side) => setPatch(PATCH_SIDES.find((each) => String(each) === side) ?? 1)}
        />
        <PlainButton
          words="Of the layer in hand"
          hint="The mean colour of what it shows, and what goes with that"
          onPress={() => void ofSubject()}
        />
      </div>
      {subject && (
        <Row words="The layer in hand">
          <Swatches words="mean" colours={[subject]} onChoose={(colour) => give(colour)} />
          {harmoniesOf(subject, profile).map(({ harmony, colours }) => (
            <Swatches
              key={harmony}
              words={harmony}
              colours={colours}
              onChoose={(colour) => give(colour)}
            />
          ))}
        </Row>
      )}
      {recentOnce.length > 0 && (
        <Row words="Lately">
          <Swatches words="lately" colours={recentOnce} onChoose={(colour) => give(colour)} />
        </Row>
      )}
      {used.length > 0 && (
        <Row words="In this composition">
          <Swatches words="used" colours={used} onChoose={(colour) => give(colour)} />
        </Row>
      )}
    </section>
  );
}

function Row({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <div className="mt-1.5">
      <p className="mb-0.5 text-[11.5px] text-faint">{words}</p>
      <div className="flex flex-wrap gap-x-2.5 gap-y-1">{children}</div>
    </div>
  );
}

interface SwatchesProps {
  readonly words: string;
  readonly colours: readonly Colour[];
  readonly onChoose: (colour: Colour) => void;
}

/** Colours to choose by a press. */
function Swatches({ words, colours, onChoose }: SwatchesProps) {
  const profile = useComposition((state) => state.composition.canvas.profile);
  return (
    <span className="flex flex-wrap gap-1">
      {colours.map((colour) => (
        <button
          key={hexOf(colour)}
          type="button"
          aria-label={`${words}: ${hexOf(colour)}`}
          title={`${words}: ${hexOf(colour)}`}
          className="size-6 cursor-pointer rounded border border-line"
          style={{ background: hexOf(colourIn(colour, profile, 'srgb')) }}
          onClick={() => onChoose(colour)}
        />
      ))}
    </span>
  );
}

/** The six digits of a colour, taken when they are whole. */
function HexField({ value, onSet }: { readonly value: Colour; onSet(colour: Colour): void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    const colour = colourOfHex(typed ?? '');
    if (colour) onSet(colour);
    else if (typed !== null) tellProblem(`${typed} is no colour. Type six digits, as #d9a74a.`);
    setTyped(null);
  };
  return (
    <label className="flex items-center gap-2 text-[12px] text-quiet">
      Hex
      <input
        aria-label="Hex"
        className="input input-xs w-24 bg-base-200 tabular-nums"
        value={typed ?? hexOf(value)}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
      />
    </label>
  );
}
