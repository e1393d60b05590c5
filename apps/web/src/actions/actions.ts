import { lockLayer, lockPixels, lockPlace, showLayer } from '@diplex/document';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { flush } from '../bench/autosave';
import { useComposition } from '../bench/composition-store';
import { useFolds } from '../bench/fold-store';
import { takeTool, toolInHand, useHand } from '../bench/hand-store';
import { useJobs } from '../bench/job-store';
import { maskInHand } from '../bench/mask-in-hand';
import { goToStage } from '../bench/navigation';
import { useNotices } from '../bench/notice-store';
import { workPending, workSettled } from '../bench/pending-work';
import { inRun } from '../bench/runs';
import { useSettings } from '../bench/settings-store';
import { STAGE_TOOLS, type StageToolName } from '../bench/stage-tools';
import { STAGES, type StageName } from '../bench/stages';
import { useWindow } from '../bench/window-store';
import {
  addGlass,
  copyChainInHand,
  hasCopiedSteps,
  paintOffInHand,
  pasteSteps,
  searchSteps,
} from '../chain/step-commands';
import { checkPixels, hasFindings, stepThroughFindings } from '../deliver/checks/run-checks';
import { findSubject } from '../find/find-store';
import { useCamera } from '../picture/camera-store';
import { checkThings, hasChecked, stepThroughChecked } from '../tools/agree/check-things';
import { areaOfAll, nudgeArea, putAreaAway, turnAreaRound } from '../tools/area-commands';
import { checkEdgeInHand, hasStretches, stepThroughStretches } from '../tools/edge-check';
import { copyLayer, hasCopiedLayer, pasteLayer } from '../tools/layer-clipboard';
import { copyPart, hasCopiedPart, pastePart } from '../tools/part-clipboard';
import {
  hasPoints,
  nudgePoint,
  pointInHand,
  removePoint,
  stepThroughPoints,
} from '../tools/points-in-hand';
import { TOOLS } from '../tools/tools';
import type { Action } from './action';
import { DELIVER_TOOLS } from './deliver-tools';
import { GATHER_TOOLS } from './gather-tools';
import {
  canLink,
  chooseNext,
  chosenLayers,
  duplicateInHand,
  followsAnother,
  groupChosen,
  groupInHand,
  layerInHand,
  linkChosen,
  moveInDepth,
  nudge,
  removeInHand,
  showAgainInHand,
  standAloneInHand,
  stepThroughLayers,
  ungroupInHand,
} from './layer-commands';
import {
  canPointOut,
  nextAid,
  nextBackdrop,
  nextMaskView,
  pointOut,
  removeMaskInHand,
  removePartInHand,
  scaleBrush,
  turnMakes,
  turnMaskInHandRound,
  turnWayRound,
} from './mask-commands';
import { canBePlaced, PLACE_ACTIONS } from './place-actions';

/** Folds the group in hand, or opens it. */
function foldInHand(): void {
  const { layer } = useHand.getState();
  const { folded, fold } = useFolds.getState();
  if (layer) fold(layer, folded.has(layer) ? 'open' : 'together');
}

const hasLayer = () => layerInHand() !== undefined;
/** At Cut the arrows move the area while it is moved, or else the point of the outline in hand. */
const nudgesInCut = () => useHand.getState().areaMoves || pointInHand();
const nudgeInCut = (dx: number, dy: number) =>
  useHand.getState().areaMoves ? nudgeArea(dx, dy) : nudgePoint(dx, dy);
/** At Arrange they move the point that the tool has in hand, or else the layer. */
const nudgesInArrange = () => pointInHand() || canBePlaced();
const nudgeInArrange = (dx: number, dy: number) =>
  pointInHand() ? nudgePoint(dx, dy) : nudge(dx, dy);
const hasMask = () => Boolean(layerInHand()?.maskUse);
const hasArea = () => Boolean(useComposition.getState().composition.area);

/** The tools of a stage that the pointer can hold, in tray order. */
function toolsOf(stage: StageName): readonly Action[] {
  return STAGE_TOOLS[stage].flatMap((name: StageToolName) => {
    const { tray } = TOOLS[name];
    const run = () => {
      restTool();
      takeTool(stage, name);
    };
    if (!tray) return [];
    const { words, key, icon } = tray;
    return [{ id: `tool-${name}`, words, group: 'Tools', stage, keys: [key], icon, run }];
  });
}

/** Leaves what the tool in hand is drawing. */
function cancelTool(): void {
  const tool = toolInHand(useHand.getState());
  if (tool) TOOLS[tool].tool.cancel();
}

/** Has what the tool in hand is drawing wait, or leaves it. */
function restTool(): void {
  const name = toolInHand(useHand.getState());
  if (!name) return;
  const { tool } = TOOLS[name];
  if (tool.rest) tool.rest();
  else tool.cancel();
}

/** Takes back the last bit of what is being drawn. */
function drawnBack(): boolean {
  const name = toolInHand(useHand.getState());
  const tool = name && TOOLS[name].tool;
  return Boolean(tool?.stepForth && tool.stepBack?.());
}

function drawnForth(): boolean {
  const name = toolInHand(useHand.getState());
  return Boolean(name && TOOLS[name].tool.stepForth?.());
}

export const CUT_TOOLS = toolsOf('cut');
export const MATCH_TOOLS = toolsOf('match');
export const FINISH_TOOLS = toolsOf('finish');

export const ARRANGE_TOOLS = toolsOf('arrange');

const STAGE_ACTIONS: readonly Action[] = STAGES.map(({ name, number, words, icon }) => ({
  ...{ id: `stage-${name}`, words: `${words} stage`, group: 'Stages', icon },
  ...{ keys: [String(number)], run: () => goToStage(name) },
}));

function zoomBy(by: number): void {
  const { zoom, zoomTo } = useCamera.getState();
  zoomTo(zoom * by);
}

const PICTURE_ACTIONS: readonly Action[] = [
  {
    id: 'zoom-in',
    words: 'Zoom in',
    group: 'Picture',
    keys: ['=', 'Shift++'],
    run: () => zoomBy(1.25),
  },
  { id: 'zoom-out', words: 'Zoom out', group: 'Picture', keys: ['-'], run: () => zoomBy(0.8) },
  {
    ...{ id: 'zoom-fit', words: 'Fit the picture', group: 'Picture', keys: ['0'] },
    run: () => useCamera.getState().fit(),
  },
  {
    ...{ id: 'zoom-full', words: 'Zoom to 100 %', group: 'Picture', keys: ['9'] },
    run: () => useCamera.getState().zoomTo(1 / window.devicePixelRatio),
  },
  {
    ...{ id: 'zoom-400', words: 'Zoom to 400 %', group: 'Picture', keys: ['8'] },
    run: () => useCamera.getState().zoomTo(4 / window.devicePixelRatio),
  },
];

/** Finishes what the tool in hand is drawing. */
function commitDrawn(): void {
  const tool = toolInHand(useHand.getState());
  if (tool) TOOLS[tool].tool.commit?.();
}

const MASK_ACTIONS: readonly Action[] = [
  {
    ...{ id: 'loupe', words: 'Loupe at 400 %', group: 'Picture', keys: ['o'] },
    run: () => useHand.getState().take({ loupe: !useHand.getState().loupe }),
  },
  {
    ...{
      id: 'aid',
      words: 'Next way to look at the picture',
      group: 'Picture',
      keys: ['Alt+KeyL'],
    },
    run: nextAid,
  },
  { id: 'mask-view', words: 'Next mask view', group: 'Mask', keys: ['m'], run: nextMaskView },
  { id: 'backdrop', words: 'Next backdrop', group: 'Mask', keys: ['n'], run: nextBackdrop },
  {
    ...{ id: 'turn-way', words: 'The tool the other way: show or hide, add or subtract' },
    ...{
      group: 'Mask',
      keys: ['i'],
      stage: ['cut', 'arrange', 'match', 'finish'],
      run: turnWayRound,
    },
  },
  {
    ...{ id: 'point-out', words: 'Point out a colour to paint with, or where to clone from' },
    ...{ group: 'Picture', keys: ['b'], stage: 'arrange', able: canPointOut, run: pointOut },
  },
  {
    ...{ id: 'turn-mask', words: 'Turn the mask round', group: 'Mask', keys: ['Shift+I'] },
    run: turnMaskInHandRound,
  },
  {
    ...{ id: 'find-subject', words: 'Find subject', group: 'Mask', stage: 'cut' },
    ...{ keys: ['d'], able: hasLayer, run: () => void findSubject() },
  },
  {
    ...{ id: 'intersect', words: 'Combine by intersect', group: 'Mask', stage: 'cut' },
    ...{ keys: ['u'], run: () => useHand.getState().take({ combine: 'intersect' }) },
  },
  {
    ...{
      id: 'copy-part',
      words: 'Copy the mask part in hand, or the mask',
      group: 'Mask',
      stage: 'cut',
    },
    ...{ keys: ['$mod+c'], able: () => maskInHand()?.mask !== undefined, run: copyPart },
  },
  {
    ...{ id: 'paste-part', words: 'Paste the mask part or mask', group: 'Mask', stage: 'cut' },
    ...{ keys: ['$mod+v'], able: hasCopiedPart, run: pastePart },
  },
  {
    ...{ id: 'marks', words: 'Hide or show the marks', group: 'Mask', stage: 'cut' },
    keys: ['Shift+N'],
    run() {
      const { marks, take } = useHand.getState();
      take({ marks: marks === 'shown' ? 'away' : 'shown' });
    },
  },
  {
    ...{ id: 'check-edge', words: 'Check the edge', group: 'Mask', stage: 'cut', able: hasMask },
    run: () => void checkEdgeInHand(),
  },
  {
    ...{ id: 'next-stretch', words: 'Next of the worst stretches at 400 %', group: 'Mask' },
    ...{ stage: 'cut', keys: ['h'], able: hasStretches, run: () => stepThroughStretches(1) },
  },
  {
    ...{ id: 'previous-stretch', words: 'The worst stretch before', group: 'Mask' },
    ...{ stage: 'cut', keys: ['Shift+H'], able: hasStretches },
    run: () => stepThroughStretches(-1),
  },
  {
    ...{ id: 'check-things', words: 'Check every pasted thing', group: 'Layers', stage: 'match' },
    run: checkThings,
  },
  {
    ...{ id: 'next-checked', words: 'Next of the checked things', group: 'Layers', stage: 'match' },
    ...{ keys: ['h'], able: hasChecked, run: () => stepThroughChecked(1) },
  },
  {
    ...{ id: 'previous-checked', words: 'The checked thing before', group: 'Layers' },
    ...{ stage: 'match', keys: ['Shift+H'], able: hasChecked, run: () => stepThroughChecked(-1) },
  },
  {
    ...{ id: 'check-pixels', words: 'Check before delivery', group: 'Composition' },
    ...{ stage: 'deliver', run: checkPixels },
  },
  {
    ...{ id: 'next-finding', words: 'Look at the next finding', group: 'Composition' },
    ...{ stage: 'deliver', keys: ['h'], able: hasFindings, run: () => stepThroughFindings(1) },
  },
  {
    ...{ id: 'previous-finding', words: 'Look at the finding before', group: 'Composition' },
    ...{ stage: 'deliver', keys: ['Shift+H'], able: hasFindings },
    run: () => stepThroughFindings(-1),
  },
  {
    ...{ id: 'makes', words: 'Tools make the mask, or the area', group: 'Mask', stage: 'cut' },
    ...{ keys: ['y'], run: turnMakes },
  },
  {
    ...{ id: 'area-away', words: 'Put the area away, or take it up again', group: 'Mask' },
    ...{ stage: 'cut', keys: ['Shift+Y'], able: hasArea, run: putAreaAway },
  },
  {
    ...{ id: 'area-outline', words: "Show or hide the area's outline", group: 'Mask' },
    ...{ stage: 'cut', keys: ['j'] },
    run: () => useHand.getState().take({ areaHidden: !useHand.getState().areaHidden }),
  },
  {
    ...{ id: 'area-all', words: 'Everything is the area', group: 'Mask', stage: 'cut' },
    run: areaOfAll,
  },
  {
    ...{ id: 'area-round', words: 'Turn the area round', group: 'Mask', stage: 'cut' },
    ...{ able: hasArea, run: turnAreaRound },
  },
  {
    ...{ id: 'next-point', words: 'Take the next point of what is in hand', group: 'Mask' },
    ...{ stage: ['cut', 'arrange'], keys: ['p'], able: hasPoints },
    run: () => stepThroughPoints(1),
  },
  {
    ...{ id: 'previous-point', words: 'Take the point before in hand', group: 'Mask' },
    ...{ stage: ['cut', 'arrange'], keys: ['Shift+P'], able: hasPoints },
    run: () => stepThroughPoints(-1),
  },
  { id: 'remove-mask', words: 'Delete the mask', group: 'Mask', run: removeMaskInHand },
  {
    ...{ id: 'brush-smaller', words: 'Smaller brush', group: 'Mask' },
    stage: ['cut', 'arrange', 'match', 'finish'],
    ...{ keys: ['['], run: () => scaleBrush(1 / 1.2) },
  },
  {
    ...{ id: 'brush-larger', words: 'Larger brush', group: 'Mask' },
    stage: ['cut', 'arrange', 'match', 'finish'],
    ...{ keys: [']'], run: () => scaleBrush(1.2) },
  },
  {
    ...{ id: 'commit', words: 'Finish what is being drawn', group: 'Mask' },
    stage: ['cut', 'arrange'],
    ...{ keys: ['Enter'], run: commitDrawn },
  },
  {
    ...{ id: 'step-back', words: 'Take the last corner back, or delete the point or part in hand' },
    ...{ group: 'Mask', stage: 'cut', keys: ['Backspace', 'Delete'] },
    run() {
      const tool = toolInHand(useHand.getState());
      if (tool && TOOLS[tool].tool.stepBack?.()) return;
      if (pointInHand()) removePoint();
      else removePartInHand();
    },
  },
  {
    ...{
      id: 'step-back-curve',
      words: 'Take the last point of a curve back, or delete the one in hand',
    },
    ...{ group: 'Tools', stage: 'arrange', keys: ['Backspace', 'Delete'] },
    run() {
      const tool = toolInHand(useHand.getState());
      if (tool && TOOLS[tool].tool.stepBack?.()) return;
      if (pointInHand()) removePoint();
    },
  },
];

function nudges(
  stage: StageName,
  of: { readonly id: string; readonly able: () => boolean },
  move: (dx: number, dy: number) => void,
): Action[] {
  const ways = [
    ['ArrowLeft', 'left', -1, 0],
    ['ArrowRight', 'right', 1, 0],
    ['ArrowUp', 'up', 0, -1],
    ['ArrowDown', 'down', 0, 1],
  ] as const;
  return ways.flatMap(([key, words, dx, dy]) => [
    {
      ...{ id: `${of.id}-${words}`, words: `Nudge ${words} by 1 px`, group: 'Layers', stage },
      ...{ keys: [key], able: of.able, run: () => inRun(of.id, () => move(dx, dy)) },
    },
    {
      ...{ id: `${of.id}-${words}-10`, words: `Nudge ${words} by 10 px`, group: 'Layers', stage },
      ...{
        keys: [`Shift+${key}`],
        able: of.able,
        run: () => inRun(of.id, () => move(dx * 10, dy * 10)),
      },
    },
  ]);
}

const CHAIN_ACTIONS: readonly Action[] = [
  {
    ...{ id: 'paint-off', words: 'Paint it off and back by its mask', group: 'Chain' },
    ...{ stage: 'finish', keys: ['Shift+B'], able: hasLayer, run: paintOffInHand },
  },
  {
    ...{ id: 'add-step', words: 'Add a step to the chain', group: 'Chain', keys: ['Shift+A'] },
    ...{ able: hasLayer, run: searchSteps },
  },
  {
    ...{ id: 'add-glass', words: 'Add a glass before the layer', group: 'Chain' },
    ...{ keys: ['Shift+L'], run: addGlass },
  },
  {
    ...{ id: 'copy-chain', words: 'Copy the open step, or the chain', group: 'Chain' },
    ...{
      stage: ['arrange', 'match', 'finish'],
      keys: ['$mod+c'],
      able: hasLayer,
      run: copyChainInHand,
    },
  },
  {
    ...{ id: 'paste-chain', words: 'Paste the steps that were copied', group: 'Chain' },
    ...{
      stage: ['arrange', 'match', 'finish'],
      keys: ['$mod+v'],
      able: hasCopiedSteps,
      run: pasteSteps,
    },
  },
];

const LAYER_ACTIONS: readonly Action[] = [
  {
    ...{ id: 'add-layer', words: 'Add a layer from the shelf', group: 'Layers', keys: ['l'] },
    run: () => useWindow.getState().open('sources'),
  },
  {
    ...{ id: 'duplicate-layer', words: 'Duplicate the layer', group: 'Layers', keys: ['$mod+d'] },
    ...{ able: hasLayer, run: duplicateInHand },
  },
  {
    ...{ id: 'link-layers', words: 'Link the chosen layers, or unlink the layer', group: 'Layers' },
    ...{ able: canLink, run: linkChosen },
  },
  {
    ...{
      id: 'show-again',
      words: 'Another showing of the layer, which follows it',
      group: 'Layers',
    },
    ...{ keys: ['Alt+KeyD'], able: hasLayer, run: showAgainInHand },
  },
  {
    ...{ id: 'stand-alone', words: 'Make the showing a copy of its own', group: 'Layers' },
    ...{ able: followsAnother, run: standAloneInHand },
  },
  {
    ...{ id: 'copy-layer', words: 'Copy the layer (what is inside the area)', group: 'Layers' },
    ...{ keys: ['Shift+C'], able: hasLayer, run: copyLayer },
  },
  {
    ...{ id: 'paste-layer', words: 'Paste the layer, in another composition too' },
    ...{ group: 'Layers', keys: ['Shift+V'], able: hasCopiedLayer, run: pasteLayer },
  },
  {
    ...{ id: 'remove-layer', words: 'Delete the layer', group: 'Layers', able: hasLayer },
    ...{ keys: ['$mod+Backspace', '$mod+Delete'], run: removeInHand },
  },
  {
    ...{ id: 'show-layer', words: 'Show or hide the layer', group: 'Layers', keys: ['v'] },
    able: hasLayer,
    run() {
      const layer = layerInHand();
      if (!layer) return;
      const args = { layer: layer.id, shown: !layer.shown };
      useComposition.getState().perform(showLayer, args);
    },
  },
  {
    ...{ id: 'lock-layer', words: 'Lock or unlock the layer', group: 'Layers', keys: ['k'] },
    able: hasLayer,
    run() {
      const layer = layerInHand();
      if (!layer) return;
      const args = { layer: layer.id, locked: !layer.locked };
      useComposition.getState().perform(lockLayer, args);
    },
  },
  {
    ...{ id: 'lock-place', words: 'Lock or unlock the place of the layer', group: 'Layers' },
    able: hasLayer,
    run() {
      const layer = layerInHand();
      if (!layer) return;
      const args = { layer: layer.id, locked: !layer.placeLocked };
      useComposition.getState().perform(lockPlace, args);
    },
  },
  {
    ...{ id: 'lock-pixels', words: 'Lock or unlock the pixels of the layer', group: 'Layers' },
    able: hasLayer,
    run() {
      const layer = layerInHand();
      if (!layer) return;
      const args = { layer: layer.id, locked: !layer.pixelsLocked };
      useComposition.getState().perform(lockPixels, args);
    },
  },
  {
    ...{
      id: 'nearer',
      words: 'Move the layer nearer',
      group: 'Layers',
      keys: ['Shift+.', 'Shift+>'],
    },
    ...{ able: hasLayer, run: () => moveInDepth(1) },
  },
  {
    ...{
      id: 'farther',
      words: 'Move the layer farther',
      group: 'Layers',
      keys: ['Shift+,', 'Shift+<'],
    },
    ...{ able: hasLayer, run: () => moveInDepth(-1) },
  },
  {
    ...{ id: 'next-layer', words: 'Take the next layer nearer in hand', group: 'Layers' },
    ...{ keys: ['.'], run: () => stepThroughLayers(1) },
  },
  {
    ...{ id: 'previous-layer', words: 'Take the next layer farther in hand', group: 'Layers' },
    ...{ keys: [','], run: () => stepThroughLayers(-1) },
  },
  {
    ...{ id: 'choose-nearer', words: 'Choose the next layer nearer as well', group: 'Layers' },
    ...{ keys: ['Alt+Period'], able: hasLayer, run: () => chooseNext(1) },
  },
  {
    ...{ id: 'choose-farther', words: 'Choose the next layer farther as well', group: 'Layers' },
    ...{ keys: ['Alt+Comma'], able: hasLayer, run: () => chooseNext(-1) },
  },
  {
    ...{ id: 'group', words: 'Group the layers that are chosen', group: 'Layers' },
    ...{ keys: ['Alt+KeyB'], able: () => chosenLayers().length > 0, run: groupChosen },
  },
  {
    ...{ id: 'ungroup', words: 'Take the group apart', group: 'Layers' },
    ...{ keys: ['Alt+Shift+KeyB'], able: groupInHand, run: ungroupInHand },
  },
  {
    ...{ id: 'fold', words: 'Fold or open the group', group: 'Layers', able: groupInHand },
    ...{ keys: ['Alt+KeyU'], run: foldInHand },
  },
  ...nudges('arrange', { id: 'nudge', able: nudgesInArrange }, nudgeInArrange),
  ...nudges('cut', { id: 'nudge-in-cut', able: nudgesInCut }, nudgeInCut),
];

/** A stroke that is still being kept is a step already for the person who made it, so it goes first. */
function afterWork(step: () => void): () => void {
  return () => void workSettled().then(step);
}

/** Whether something is being drawn that has not become a step yet. */
function isDrawing(): boolean {
  const { draft } = useHand.getState();
  return draft !== null && draft.kind !== 'coverage';
}

/** Calls off the newest work that would become a step, and says so. */
function calledOff(): boolean {
  const job = useJobs.getState().running.findLast(({ becomes }) => becomes === 'a step');
  if (!job) return false;
  job.stop();
  useNotices.getState().tell({ kind: 'information', words: `Called off: ${job.words}` });
  return true;
}

const COMPOSITION_ACTIONS: readonly Action[] = [
  {
    ...{ id: 'undo', words: 'Undo', group: 'Composition', keys: ['$mod+z'], icon: IconArrowBackUp },
    able: () => useComposition.getState().history.position > 0 || workPending() || isDrawing(),
    run() {
      if (drawnBack() || calledOff()) return;
      afterWork(() => useComposition.getState().undo())();
    },
  },
  {
    ...{ id: 'redo', words: 'Redo', group: 'Composition', keys: ['$mod+Shift+z'] },
    icon: IconArrowForwardUp,
    able() {
      const { history } = useComposition.getState();
      return history.position < history.entries.length || isDrawing();
    },
    run() {
      if (!drawnForth()) afterWork(() => useComposition.getState().redo())();
    },
  },
  {
    ...{ id: 'save', words: 'Save now', group: 'Composition', keys: ['$mod+s'] },
    run: () => void flush(),
  },
  {
    ...{ id: 'history', words: 'Show or hide the history', group: 'Composition' },
    ...{ keys: ['Alt+KeyH'], run: () => useWindow.getState().turnDrawer() },
  },
  {
    ...{ id: 'canvas', words: 'Canvas size and mixing', group: 'Composition' },
    run: () => useWindow.getState().open('canvas'),
  },
];

const WINDOW_ACTIONS: readonly Action[] = [
  {
    ...{ id: 'palette', words: 'All commands', group: 'Window', keys: ['$mod+k'] },
    run: () => useWindow.getState().open('palette'),
  },
  {
    ...{ id: 'keys', words: 'Sheet of keys', group: 'Window', keys: ['Shift+?', '?'] },
    run: () => useWindow.getState().open('keys'),
  },
  {
    ...{ id: 'panels', words: 'Show or hide both side panels', group: 'Window', keys: ['\\'] },
    run: () => useWindow.getState().turnPanels(),
  },
  {
    ...{ id: 'theme', words: 'Dim or bright room', group: 'Window' },
    run() {
      const { theme, setTheme } = useSettings.getState();
      setTheme(theme === 'dim' ? 'bright' : 'dim');
    },
  },
  {
    ...{ id: 'leave', words: 'Leave what is being drawn', group: 'Window', keys: ['Escape'] },
    run() {
      if (isDrawing()) cancelTool();
      else if (!calledOff()) cancelTool();
    },
  },
];

/** Every action there is. The sheet of keys, the palette and the keyboard all read this table. */
export const ACTIONS: readonly Action[] = [
  ...STAGE_ACTIONS,
  ...GATHER_TOOLS,
  ...CUT_TOOLS,
  ...ARRANGE_TOOLS,
  ...PLACE_ACTIONS,
  ...MATCH_TOOLS,
  ...FINISH_TOOLS,
  ...DELIVER_TOOLS,
  ...PICTURE_ACTIONS,
  ...MASK_ACTIONS,
  ...CHAIN_ACTIONS,
  ...LAYER_ACTIONS,
  ...COMPOSITION_ACTIONS,
  ...WINDOW_ACTIONS,
];

export function actionNamed(id: string): Action {
  const action = ACTIONS.find((each) => each.id === id);
  if (!action) throw new Error(`There is no action ${id}.`);
  return action;
}
