import { answeredTexts, measure } from './measure';

const TEXTS = answeredTexts();

describe('syllabuses of many kinds, each with what a person reads in it', () => {
  it.each(TEXTS.map((text) => [text.name, text] as const))('%s', (_, text) => {
    const { missed, wrong } = measure(text);
    expect({ missed, wrong }).toEqual({ missed: [], wrong: [] });
  });
});
