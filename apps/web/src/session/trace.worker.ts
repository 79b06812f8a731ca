import { expose } from 'comlink';
import { createTraceService } from './traceService';

expose(createTraceService());
