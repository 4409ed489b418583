import { screenBench } from './screen.bench';
import { serverBench } from './server.bench';

serverBench()
  .then(screenBench)
  .catch((error: Error) => {
    console.error(error);
    process.exitCode = 1;
  });
