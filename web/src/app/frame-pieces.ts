/** Pieces of the frame that nobody needs before they are asked for: their code comes after the first screen. */
export const loadGoTo = () => import('./GoTo.tsx');
export const loadKeysDialog = () => import('./KeysDialog.tsx');
export const loadMoreMenu = () => import('./MoreMenu.tsx');
export const loadSessionOn = () => import('./SessionOn.tsx');
export const loadWaitingDialog = () => import('./WaitingDialog.tsx');
export const loadWhoDialog = () => import('./WhoDialog.tsx');
