import { layersInDepth } from '@diplex/document';
import { type ReactNode, useEffect, useLayoutEffect, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { fillLettersBy } from '../actions/fill-letters';
import { bindKeys } from '../actions/keyboard';
import { layPictureOver } from '../actions/lay-over';
import { addSourceAsLayer, fillAreaWith, layerInHand } from '../actions/layer-commands';
import { putSourceBehind } from '../actions/put-behind';
import { flush, saveSoon, startAutosave } from '../bench/autosave';
import { sendWaitingBlobs } from '../bench/blob-uploads';
import { useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';
import { pageEngine, pageSupply } from '../bench/engine';
import { toolInHand, useHand } from '../bench/hand-store';
import { keepLayerInHand } from '../bench/keep-in-hand';
import { setStageNavigation } from '../bench/navigation';
import { useNotices } from '../bench/notice-store';
import { useSamples } from '../bench/samples-store';
import { useShelf } from '../bench/shelf-store';
import { isStage, type StageName } from '../bench/stages';
import { bringBackBlobs, forgetUnsaved, unsavedOf } from '../bench/unsaved';
import { strokesLeftWaiting } from '../bench/waiting-strokes';
import { useWindow } from '../bench/window-store';
import { borrowFrom } from '../chain/borrow-look';
import { StepSearch } from '../chain/StepSearch';
import { Picture } from '../easel/Picture';
import { BenchDrag } from '../frame/BenchDrag';
import { CanvasDialog } from '../frame/CanvasDialog';
import { DepthStrip } from '../frame/DepthStrip';
import { Header } from '../frame/Header';
import { HistoryDrawer } from '../frame/HistoryDrawer';
import { KeySheet } from '../frame/KeySheet';
import { Palette } from '../frame/Palette';
import { SourcePicker } from '../frame/SourcePicker';
import { Spine } from '../frame/Spine';
import { wordsOf } from '../link/problem';
import { server } from '../link/server';
import { useFileIntake } from '../shelf/use-file-intake';
import { paintAgain } from '../tools/paint-again';
import { DeliverStage } from './DeliverStage';
import { GatherStage } from './GatherStage';
import { LibraryDialog } from './LibraryDialog';
import { StagePanels } from './StagePanels';
import { STAGE_HOMES } from './stage-homes';

/** Those that show something of their own instead of working on the picture by tools. */
const OWN_PANELS: Readonly<Partial<Record<StageName, () => ReactNode>>> = {
  gather: GatherStage,
  deliver: DeliverStage,
};

function panelsOf(stage: StageName): ReactNode {
  const Own = OWN_PANELS[stage];
  if (Own) return <Own />;
  return <StagePanels stage={stage} home={STAGE_HOMES[stage as keyof typeof STAGE_HOMES]} />;
}

/** Opens the composition that the address names; says what is wrong when it cannot. */
function useOpened(id: string | undefined): { ready: boolean; problem: string | null } {
  const [opened, setOpened] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (!id) return;
    setProblem(null);
    let gone = false;
    // The workers start while the server is asked.
    pageEngine();
    const load = async () => {
      // What was changed on the bench before must be saved before anything is loaded.
      await flush();
      // Tiles that never arrived go first: what was not saved names them.
      await bringBackBlobs();
      await sendWaitingBlobs().catch(() => undefined);
      const [loaded] = await Promise.all([server.composition(id), useShelf.getState().load()]);
      if (gone) return;
      const unsaved = unsavedOf(loaded);
      if (useComposition.getState().id !== id) pageSupply().forget();
      useComposition.getState().open(loaded, unsaved.kind === 'found' ? unsaved : undefined);
      if (unsaved.kind === 'found') saveSoon();
      if (unsaved.kind === 'passed over') tellPassedOver(id);
      useCompare.getState().set({ way: 'held', before: null });
      useSamples.getState().clear();
      const { composition } = useComposition.getState();
      const nearest = layersInDepth(composition).at(-1);
      useHand.getState().take({
        ...{ layer: nearest?.id ?? null, alsoChosen: [], part: null, view: 'composition' },
        ...{ makes: 'part', areaMoves: false },
      });
      setOpened(id);
      void paintAgain(strokesLeftWaiting());
    };
    load().catch((error: unknown) => setProblem(wordsOf(error)));
    const stops = [startAutosave(), keepLayerInHand()];
    return () => {
      gone = true;
      for (const stop of stops) stop();
    };
  }, [id]);
  return { ready: opened === id, problem };
}

/** Says that something was kept that does not fit what the server has now. */
function tellPassedOver(id: string): void {
  useNotices.getState().tell({
    kind: 'problem',
    words:
      'Changes that were made here and never saved do not fit any more: the composition was saved from elsewhere since. They are kept until you drop them.',
    action: { words: 'Drop them', run: () => forgetUnsaved(id) },
  });
}

/** The bench on which one composition lies, at one of its stages. */
export function Bench() {
  const { id, stage } = useParams();
  const navigate = useNavigate();
  const { ready, problem } = useOpened(id);
  const { dialog, open, panels, drawer } = useWindow();
  const tool = useHand(toolInHand);
  useFileIntake();

  useEffect(() => {
    setStageNavigation((next) => navigate(`/c/${id}/${next}`));
  }, [id, navigate]);
  useLayoutEffect(() => {
    if (isStage(stage)) useHand.getState().take({ stage });
  }, [stage]);
  // With the stage itself: a key that is pressed as soon as it is seen means its tools.
  useLayoutEffect(() => (isStage(stage) ? bindKeys(stage) : undefined), [stage]);

  if (!id || !isStage(stage)) return <Navigate to={id ? `/c/${id}/arrange` : '/'} replace />;
  if (problem) {
    return (
      <div role="alert" className="grid h-dvh place-content-center justify-items-center gap-4">
        <p className="max-w-[520px] text-center text-[15px]">{problem}</p>
        <Link to="/" className="btn btn-primary">
          All compositions
        </Link>
      </div>
    );
  }
  if (!ready) return <p className="grid h-dvh place-content-center text-faint">Opening …</p>;
  const close = () => open(null);
  return (
    <div className="bench" data-panels={panels}>
      <Spine id={id} stage={stage} />
      <Header />
      <BenchDrag>
        {drawer ? <HistoryDrawer /> : <DepthStrip />}
        {stage !== 'gather' && <Picture tool={tool} />}
        {panelsOf(stage)}
      </BenchDrag>
      {dialog === 'keys' && <KeySheet onClose={close} />}
      {dialog === 'palette' && <Palette stage={stage} onClose={close} />}
      {dialog === 'sources' && (
        <SourcePicker
          title="Add a layer from the shelf"
          onChoose={addSourceAsLayer}
          onClose={close}
        />
      )}
      {dialog === 'area-source' && (
        <SourcePicker
          title="Fill the area from the shelf"
          onChoose={fillAreaWith}
          onClose={close}
        />
      )}
      {dialog === 'behind-source' && (
        <SourcePicker
          title="Put a photograph behind it"
          onChoose={(source) => {
            const layer = layerInHand();
            if (layer) putSourceBehind(layer, source);
          }}
          onClose={close}
        />
      )}
      {dialog === 'borrow-source' && (
        <SourcePicker title="Borrow from a picture" onChoose={borrowFrom} onClose={close} />
      )}
      {dialog === 'overlay-source' && (
        <SourcePicker title="Lay a picture over it" onChoose={layPictureOver} onClose={close} />
      )}
      {dialog === 'letters-source' && (
        <SourcePicker
          title="Fill the letters by a picture"
          onChoose={fillLettersBy}
          onClose={close}
        />
      )}
      {dialog === 'library' && <LibraryDialog onClose={close} />}
      {dialog === 'beside-source' && (
        <SourcePicker
          title="Set another beside it"
          onChoose={({ hash }) => useShelf.getState().setBeside(hash)}
          onClose={close}
        />
      )}
      {dialog === 'steps' && <StepSearch onClose={close} />}
      {dialog === 'canvas' && <CanvasDialog onClose={close} />}
    </div>
  );
}
