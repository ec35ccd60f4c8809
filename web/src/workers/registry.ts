// What the worker fetches when the first sum is asked for by name.
export { isWork } from '@sable/core/model';
export { sumNamed } from '@sable/core/sums';
