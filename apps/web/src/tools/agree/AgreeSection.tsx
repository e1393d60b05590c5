import { AGREEMENT_ROWS, type Agreement, canAgree, proposalsOf } from '@diplex/core';
import type { Layer } from '@diplex/document';
import { useLayerInHand } from '../../bench/use-layer-in-hand';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { CastChart } from '../../readings/CastChart';
import { LightnessChart } from '../../readings/LightnessChart';
import { AgreementRows } from './AgreementRows';
import { CheckSection } from './CheckSection';
import { useAgree } from './settings';
import { takeAll, takeExample } from './take';
import { useAgreement } from './use-agreement';

function Key({ name }: { readonly name: string }) {
  return (
    <>
      <span className="text-primary">● {name}</span> · <span className="text-accent">□ scene</span>
    </>
  );
}

/** Two patches that should look alike. */
function Example({ layer }: { readonly layer: Layer }) {
  const { example, set } = useAgree();
  if (!example.thing && !example.scene) return null;
  const missing = !example.thing ? layer.name : !example.scene ? 'the scene' : null;
  return (
    <Section title="By example" aside={missing ? `press on ${missing}` : undefined}>
      <div className="flex gap-2">
        <PlainButton
          words="Make them alike"
          hint="Gives the one patch the light and the colour of the other"
          disabled={missing !== null || layer.locked}
          onPress={() => takeExample(layer.id)}
        />
        <PlainButton
          words="Take the patches away"
          onPress={() => set({ example: { thing: null, scene: null } })}
        />
      </div>
    </Section>
  );
}

function Readings({ layer, agreement }: { readonly layer: Layer; readonly agreement: Agreement }) {
  const share = useAgree((state) => state.share);
  const met = AGREEMENT_ROWS.filter((row) => proposalsOf(agreement, [row], 1).length > 0).length;
  return (
    <>
      <Section title="Lightness" aside={<Key name={layer.name} />}>
        <LightnessChart {...agreement} />
      </Section>
      <Section title="Agreement" aside={met === 0 ? 'nothing to take' : `${met} can be taken`}>
        <AgreementRows layer={layer.id} locked={layer.locked} agreement={agreement} />
        <button
          type="button"
          className="btn btn-primary btn-sm mt-2 w-full"
          disabled={layer.locked || met === 0}
          onClick={() => takeAll(layer)}
        >
          Take all, {Math.round(share * 100)} %
        </button>
      </Section>
      <Section title="Colour cast" aside="by darks, mids, lights">
        <CastChart {...agreement} />
      </Section>
    </>
  );
}

/** What parts the layer in hand from its scene, and what brings both together. */
export function AgreeSection() {
  const layer = useLayerInHand();
  if (!layer) return null;
  if (!canAgree(layer)) {
    return (
      <Section title="Agreement">
        <p className="text-[12px] text-quiet">
          {layer.name} has no surface of its own. Choose a thing to compare it with its scene.
        </p>
      </Section>
    );
  }
  return <Measured layer={layer} />;
}

function Measured({ layer }: { readonly layer: Layer }) {
  const agreement = useAgreement(layer.id, useAgree());
  if (!agreement) {
    return (
      <Section title="Agreement">
        <p className="text-[12px] text-faint">Measuring …</p>
      </Section>
    );
  }
  if (agreement.scene.seen === 0 || agreement.subject.seen === 0) {
    return (
      <Section title="Agreement">
        <p className="text-[12px] text-quiet">
          {agreement.scene.seen === 0
            ? 'There is no scene behind it to compare it with.'
            : `Nothing of ${layer.name} is on the canvas.`}
        </p>
      </Section>
    );
  }
  return (
    <>
      <Readings layer={layer} agreement={agreement} />
      <Example layer={layer} />
      <CheckSection />
    </>
  );
}
