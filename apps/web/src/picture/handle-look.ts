/** How the handles round a thing look, and where they snap: the same for all that is moved by them. */
export const HANDLE_LOOK = {
  ...{ flipEnabled: false, rotationSnapTolerance: 2 },
  rotationSnaps: [0, 45, 90, 135, 180, 225, 270, 315],
  ...{ anchorSize: 9, anchorCornerRadius: 5, anchorFill: '#ffffff', anchorStroke: '#1b1507' },
  borderStroke: '#d9a74a',
};

/** The colour of what belongs to the scene: sea green. */
export const SCENE = '#5fc2b4';
