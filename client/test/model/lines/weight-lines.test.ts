import { weightsFromText } from '@/model/lines/weight-lines';

const read = (text: string) => weightsFromText(text)?.map(({ name, weight }) => `${name} = ${weight}`);

describe('categories with their weights as text', () => {
  it.each([
    ['Homework 20, Labs 30, Final exam 50', ['Homework = 20', 'Labs = 30', 'Final exam = 50']],
    ['Homework (20%)\nLabs: 30 %\nFinal – 50%', ['Homework = 20', 'Labs = 30', 'Final = 50']],
    ['20% Homework; 37,5% Labs', ['Homework = 20', 'Labs = 37.5']],
  ])('%j is read', (text, weights) => expect(read(text)).toEqual(weights));

  it.each(['Homework 20', 'Quiz 1, Quiz 2, Quiz 3', 'Labs, Homework', 'Labs 30, and the rest'])(
    '%j is no such list',
    (text) => expect(read(text)).toBeUndefined(),
  );
});
