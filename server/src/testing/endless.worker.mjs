/** A stand-in for a computation that runs away: for ever, or into the memory's end. */
export default function run({ latencyMs }) {
  if (latencyMs === 1) for (;;);
  if (latencyMs === 2) {
    const all = [];
    for (;;) all.push(new Array(100_000).fill(Math.random()));
  }
  return { answer: 'measured' };
}
