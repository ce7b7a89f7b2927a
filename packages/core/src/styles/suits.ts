/** Which songs each shipped style suits (common practice), and what people call it. */
import { suitsFileSchema, type Suits } from '../style/suits';
import file from './suits.json' with { type: 'json' };

const suits = suitsFileSchema.parse(file);

/** What a shipped style suits, by its id; null for one of the writer's own. */
export const suitsOf = (style: string): Suits | null => suits[style] ?? null;
