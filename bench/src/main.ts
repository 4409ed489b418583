import { lighthouseBench } from './lighthouse.bench';
import { loadBench } from './load.bench';
import { screenBench } from './screen.bench';
import { serverBench } from './server.bench';

serverBench()
  .then(screenBench)
  .then(loadBench)
  .then(lighthouseBench)
  .catch((error: Error) => {
    console.error(error);
    process.exitCode = 1;
  });
