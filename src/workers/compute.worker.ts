import * as Comlink from 'comlink';
import { makeCompute } from './compute';

Comlink.expose(makeCompute());
