import { loadBench } from './load.bench';
import { screenBench } from './screen.bench';
import { serverBench } from './server.bench';

serverBench()
  .then(screenBench)
  .then(loadBench)
  .catch((error: Error) => {
    console.error(error);
    process.exitCode = 1;
  });
