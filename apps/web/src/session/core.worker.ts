import { expose } from 'comlink';
import { createCoreService } from './coreService';

expose(createCoreService());
