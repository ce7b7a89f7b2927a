/** Which takes of a part are listed, and what each is called. */
import type { Part } from '../song/schema';
import type { Take } from '../song/takeSchema';

type WithTakes = Pick<Part, 'takes'>;

/** Takes in the order in which they were made, without those that were put away. */
export const listedTakes = ({ takes = [] }: WithTakes): readonly Take[] =>
  takes.filter(({ putAway }) => !putAway);

/** The number of a take among all that were made, from 1; 0 for one that is not there. */
export const takeNumber = ({ takes = [] }: WithTakes, id: string): number =>
  takes.findIndex((take) => take.id === id) + 1;

/** What a take is called: its name, else its number. */
export const takeName = (part: WithTakes, id: string): string => {
  const number = takeNumber(part, id);
  return part.takes?.[number - 1]?.name ?? `Take ${number}`;
};
