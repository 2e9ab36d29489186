/** Made when it is first asked for, and kept: a formatter of the language takes milliseconds to make, and a page knows dozens. */
export function onDemand<Value>(make: () => Value): () => Value {
  let made: { value: Value } | undefined;
  return () => (made ??= { value: make() }).value;
}
