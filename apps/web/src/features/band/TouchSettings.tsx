import { SHORTEST_LENGTH, SLIDES, SWELLS } from '@backline/core/song/choices';
import type { Settings } from '@backline/core/song/schema';
import type { Control, Kind } from '@backline/core/parts/kind';
import type { Resolved } from '@backline/core/timeline/settings';
import { Choices } from '../../components/Choices';
import { Range } from '../../components/Range';

export interface TouchSettingsProps {
  readonly kind: Kind;
  readonly set: Resolved;
  readonly put: (settings: Settings) => void;
}

/** How a part's notes are touched: as far as its kind of player touches them so. */
export function TouchSettings({ kind, set, put }: TouchSettingsProps) {
  const has = (control: Control): boolean => kind.controls.includes(control);
  return (
    <>
      {has('length') ? (
        <Range
          label="Note length"
          value={set.length}
          low={SHORTEST_LENGTH}
          high={100}
          step={5}
          text={set.length === 100 ? 'as the pattern has it' : `${set.length} % of it`}
          onChange={(length) => put({ length })}
        />
      ) : null}
      {has('tones') ? (
        <Choices
          label="Its tones"
          value={set.tones}
          choices={[
            { value: 'chords', label: 'of each chord' },
            { value: 'scale', label: 'of the scale' },
          ]}
          onChoose={(tones) => put({ tones })}
        />
      ) : null}
      {has('slides') ? (
        <Choices
          label="Slides and hammered notes"
          value={set.slides}
          choices={SLIDES.map((value) => ({ value, label: value }))}
          onChoose={(slides) => put({ slides })}
        />
      ) : null}
      {has('swell') ? (
        <Choices
          label="Swell on held chords"
          value={set.swell}
          choices={SWELLS.map((value) => ({ value, label: value }))}
          onChoose={(swell) => put({ swell })}
        />
      ) : null}
      {has('pedal') ? (
        <Choices
          label="Pedal"
          value={set.pedal}
          choices={[
            { value: false, label: 'up' },
            { value: true, label: 'down through each chord' },
          ]}
          onChoose={(pedal) => put({ pedal })}
        />
      ) : null}
      {has('palm') ? (
        <Choices
          label="Palm"
          value={set.palm}
          choices={[
            { value: false, label: 'off the strings' },
            { value: true, label: 'on the strings' },
          ]}
          onChoose={(palm) => put({ palm })}
        />
      ) : null}
    </>
  );
}
