import type { Configuration } from '../configuration';
import type { User } from '../models';

/** Who is signed in, and whether the sample student can be. `today` stands for the clock where it is set. */
export function sessionOf(user: User | undefined, { sampleData, mail }: Configuration): object {
  const student = user && {
    id: user.id,
    name: user.name,
    email: user.email,
    sample: user.is_sample,
    today: user.today?.toISOString() ?? null,
    sweptAt: user.swept_at?.toISOString() ?? null,
    gpa: { repeats: user.gpa_repeats, decimals: user.gpa_decimals, mode: user.gpa_mode },
  };
  return { student: student ?? null, sampleAvailable: sampleData, mailAvailable: mail !== undefined };
}
