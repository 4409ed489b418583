import { coreBench } from './core.bench';
import { serverBench } from './server.bench';

coreBench()
  .then(serverBench)
  .catch((error: Error) => {
    console.error(error);
    process.exitCode = 1;
  });
