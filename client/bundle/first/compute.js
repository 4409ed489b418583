import { computeEarly } from '../../src/model/opening/early';

/** What computes comes next: the student's courses are computed while what draws is on its way. */
void computeEarly();
