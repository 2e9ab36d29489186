/** Fixed ids, so that making the demo again adds nothing twice. */
export function demoId(kind: 'a' | 'b' | 'c' | 'd' | '1' | '2' | '3', player: number, take: number): string {
  const tail = `${player.toString(16).padStart(4, '0')}${take.toString(16).padStart(8, '0')}`;
  return `de300000-000${kind}-4000-8000-${tail}`;
}
