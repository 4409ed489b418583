import { coreBench } from './core.bench';
import { screenBench } from './screen.bench';
import { serverBench } from './server.bench';

coreBench()
  .then(serverBench)
  .then(screenBench)
  .catch((error: Error) => {
    console.error(error);
    process.exitCode = 1;
  });
