import { type Layer, lockLayer, renameLayer } from '@diplex/document';
import { IconCopy, IconLock, IconLockOpen, IconTrash } from '@tabler/icons-react';
import { duplicateInHand, removeInHand } from '../actions/layer-commands';
import { useComposition } from '../bench/composition-store';
import { counted } from '../controls/counted';
import { EditableText } from '../controls/EditableText';
import { IconButton } from '../controls/IconButton';
import { useShelf } from '../shelf/shelf-store';
import { Section } from './Inspector';
import { faceOf } from './layer-face';

/** The layer in hand: its picture, its name, and what can be done with it as a whole. */
export function LayerHead({ layer }: { readonly layer: Layer }) {
  const { perform } = useComposition.getState();
  const face = useComposition((state) => faceOf(state.preview ?? state.composition, layer));
  return (
    <Section>
      <div className="flex items-center gap-2.5">
        <div
          aria-hidden
          className="h-10 w-[52px] shrink-0 rounded-md bg-center bg-cover"
          style={{ backgroundImage: face }}
        />
        <div className="grid min-w-0">
          <EditableText
            label="Layer name"
            value={layer.name}
            onSet={(name) => perform(renameLayer, { layer: layer.id, name })}
            className="font-semibold text-[15px]"
          />
          <LayerFacts layer={layer} />
        </div>
      </div>
      <div className="mt-2 flex gap-1">
        <IconButton
          icon={layer.locked ? IconLock : IconLockOpen}
          words={layer.locked ? 'Unlock this layer (K)' : 'Lock this layer (K)'}
          pressed={layer.locked}
          onPress={() => perform(lockLayer, { layer: layer.id, locked: !layer.locked })}
        />
        <IconButton
          icon={IconCopy}
          words="Duplicate this layer (Ctrl D)"
          onPress={duplicateInHand}
        />
        <IconButton
          icon={IconTrash}
          words="Delete this layer (Ctrl Backspace)"
          disabled={layer.locked}
          onPress={removeInHand}
        />
      </div>
    </Section>
  );
}

/** What it is made of, and its extent. */
function LayerFacts({ layer }: { readonly layer: Layer }) {
  const { content } = layer;
  const hash = content.kind === 'photo' ? content.source : null;
  const source = useShelf((state) => state.sources.find((each) => each.hash === hash));
  const what = {
    photo: `photo · ${source?.title ?? 'source'}`,
    fill: 'fill',
    group: 'group',
  }[content.kind];
  const extent =
    content.kind === 'group'
      ? counted(content.children.length, 'layer')
      : `${content.size.width} × ${content.size.height}`;
  return (
    <small className="truncate px-1 text-[11.5px] text-faint" title={source?.name}>
      {what} · {extent}
    </small>
  );
}
