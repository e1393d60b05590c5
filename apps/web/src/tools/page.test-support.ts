import { useHand } from '../bench/hand-store';
import { type Opened, openDocument } from '../bench/keeper.test-support';
import { useNotices } from '../bench/notice-store';
import { FIRST_TOOLS } from '../bench/stage-tools';
import { useCamera } from '../picture/camera-store';

export { keeper, storage } from '../bench/keeper.test-support';

/** Opens a composition with the keeper in hand at 100 %. */
export function openKeeper(opened: Opened = {}): void {
  useCamera.setState({ zoom: 1 });
  useNotices.setState({ notices: [] });
  openDocument(opened);
  useHand.getState().take({
    ...{ layer: 'a', part: null, combine: 'add', draft: null, makes: 'part' },
    ...{ areaMoves: false, stage: 'cut', tools: FIRST_TOOLS, view: 'composition' },
  });
}

/** All that was told to the person at the bench. */
export function told(): string {
  const { notices } = useNotices.getState();
  return notices.map(({ words }) => words).join();
}
