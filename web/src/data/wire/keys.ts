/** Under which names answers are cached: their addresses. */
/** Every plain list of takes, for revalidation after one was sent or changed; the log's pages renew themselves. */
export const isTakeList = (key: unknown): boolean => typeof key === 'string' && key.startsWith('/takes?');
