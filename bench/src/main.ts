import { coreBench } from './core.bench';
import { serverBench } from './server.bench';

await coreBench();
await serverBench();
