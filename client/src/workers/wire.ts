import { transferHandlers } from 'comlink';
import { asColumns, asLists, isPlain } from './columns';

export { expose, wrap, type Remote } from 'comlink';

// Both ends know it: whoever begins a worker, and the worker. What has no long list goes as it is.
transferHandlers.set('columns', {
  canHandle: (thing): thing is object => isPlain(thing) && asColumns(thing) !== thing,
  serialize: (thing: object) => [asColumns(thing), []],
  deserialize: (sent) => asLists(sent),
});
