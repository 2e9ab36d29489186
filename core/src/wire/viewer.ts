/** The header by which a page says that it was opened as one player, with the player's id. By itself: the page needs no more of this room at its start. */
export const VIEWER = 'Feldspar-Player';
