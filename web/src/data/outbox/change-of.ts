/** A change as the outbox keeps it, made from the table of routes: its address, its method and its body fit together. */
import type { Method, RouteName, SentBody } from '@feldspar/core/wire';
import { type Asked, addressOf } from '../wire/client.ts';
import type { Change } from './queue.ts';

/** Those that change one thing that has an id. */
export type Changing = Exclude<Extract<RouteName, `${string}:id${string}`>, `GET ${string}`>;

/** Some of the names together take no body only where none of them does. */
type Body<Name extends Changing> = [SentBody<Name>] extends [undefined] ? [] : [body: SentBody<Name>];

/** @param said what it is, for people. */
export function changeOf<Name extends Changing>(
  name: Name,
  id: string,
  said: string,
  ...[body]: Body<Name>
): Change {
  const [method, path] = name.split(' ') as [Exclude<Method, 'GET'>, string];
  const kind = path.slice(1, path.indexOf('s/'));
  return {
    thing: `${kind} ${id}`,
    method,
    path: addressOf(name, { id } as Asked<Name>),
    ...(body === undefined ? {} : { body }),
    said,
  };
}
