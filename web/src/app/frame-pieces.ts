/**
 * Pieces of the frame that nobody needs before they are asked for: their code comes after the first screen. All of them are fetched
 * when nothing else is to do, since the server may be away when one is opened.
 */
export const loadGoTo = () => import('./GoTo.tsx');
export const loadKeysDialog = () => import('./KeysDialog.tsx');
export const loadMoreMenu = () => import('./MoreMenu.tsx');
export const loadSessionOn = () => import('./SessionOn.tsx');
export const loadWaitingDialog = () => import('./WaitingDialog.tsx');
export const loadWhoDialog = () => import('./WhoDialog.tsx');

export const FRAME_PIECES = [
  loadMoreMenu,
  loadWhoDialog,
  loadWaitingDialog,
  loadGoTo,
  loadKeysDialog,
  loadSessionOn,
];
