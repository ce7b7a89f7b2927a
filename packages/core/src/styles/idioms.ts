/** What makes each shipped style the idiom it is: figures that its notes are held to. */
import { idiomsSchema, type IdiomFigure } from '../style/idiom';
import file from './idioms.json' with { type: 'json' };

const idioms = idiomsSchema.parse(file);

/** The figures of a shipped style by its id; none for one of the writer's own. */
export const idiomOf = (style: string): readonly IdiomFigure[] => idioms[style] ?? [];
