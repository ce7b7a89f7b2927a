import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, type MouseEvent } from 'react';
import { barId } from '@backline/core/formats/musicXml/ids';
import type { Room } from '@backline/engraving/engraver';
import { usePosition } from '../../audio/usePosition';
import { useNear } from '../../components/useNear';
import type { ReadPassage } from '../../shared/staffWish';
import { FONT } from '../../theme/tokens';
import { usePalette } from '../../theme/usePalette';
import { engravedNotes, noteNear, tint, type EngravedNotes } from './engravedNotes';
import { useEngraved } from './useEngraved';
import type { ReadStaff } from './usePassages';

export interface StaffPassageProps {
  readonly staff: ReadStaff;
  readonly passage: ReadPassage;
  readonly room: Room;
  /** Where the note in hand is struck, ticks; null where none of this passage is. */
  readonly inHand: number | null;
  /** The bar that plays, where it belongs to this passage, which is engraved wherever it lies; else null. */
  readonly played: number | null;
  readonly tries: number;
  readonly onTake: (from: number) => void;
  readonly onFailed: (why: string) => void;
}

/** Bars that fit into a line of a staff, and its height, px, by the space between two lines of the staff: until it is engraved. */
const BAR_WIDTH = 22;
const LINE_HEIGHT = 16;

/** The lines of the staff in a bar. */
const linesOf = (root: ParentNode | null, bar: number): readonly SVGElement[] => [
  ...(root?.querySelectorAll<SVGElement>(`#${barId(bar)} g.staff > path`) ?? []),
];

const NONE: EngravedNotes = new Map();

/** Bars of a staff. What sounds and what is in hand have the colour of action. */
export function StaffPassage(props: StaffPassageProps) {
  const { staff, passage, room, inHand, played, tries, onTake, onFailed } = props;
  const { notes } = passage;
  // Only where the song stands something sounds.
  const isPlayed = played !== null;
  const palette = usePalette();
  const { ref: watch, isNear } = useNear(true);
  const { svg, failed } = useEngraved(staff, passage, room, isNear || isPlayed || inHand !== null, tries);
  const place = useRef<HTMLDivElement | null>(null);
  const marks = useRef<EngravedNotes>(NONE);
  useEffect(() => {
    if (failed) onFailed(failed);
  }, [failed, onFailed]);
  const html = useMemo(() => ({ __html: svg ?? '' }), [svg]);
  const read = useCallback(
    (tick: number): number =>
      isPlayed ? (notes.findLast(({ start, end }) => start <= tick && tick < end)?.from ?? -1) : -1,
    [notes, isPlayed],
  );
  const sounding = usePosition(read);
  useLayoutEffect(() => {
    marks.current = place.current ? engravedNotes(place.current) : NONE;
    const drawn = place.current?.querySelector<SVGElement>('svg.definition-scale');
    if (!drawn) return;
    drawn.style.color = palette.ink;
    drawn.style.fill = 'currentColor';
    drawn.style.fontFamily = FONT.text;
  }, [html, palette]);
  useLayoutEffect(() => {
    const lines = played === null ? [] : linesOf(place.current, played);
    const lit = [lines, ...[...new Set([sounding, inHand])].map((from) => marks.current.get(from ?? -1))];
    lit.forEach((own) => tint(own, palette.action));
    return () => lit.forEach((own) => tint(own, null));
  }, [html, palette, sounding, inHand, played]);
  const lines = Math.ceil(
    (passage.to - passage.from) / Math.max(1, Math.floor(room.width / (BAR_WIDTH * room.space))),
  );
  const ref = useCallback(
    (element: HTMLDivElement | null): void => {
      place.current = element;
      watch(element);
    },
    [watch],
  );
  return (
    <div
      ref={ref}
      data-passage={passage.from}
      aria-hidden
      style={svg ? { lineHeight: 0 } : { height: lines * LINE_HEIGHT * room.space }}
      onClick={({ clientX, clientY }: MouseEvent) => {
        const from = noteNear(marks.current, clientX, clientY);
        if (from !== null) onTake(from);
      }}
      dangerouslySetInnerHTML={html}
    />
  );
}
