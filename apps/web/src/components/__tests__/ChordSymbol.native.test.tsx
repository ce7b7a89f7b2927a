import { render } from '@testing-library/react-native';
import { ChordSymbol, symbolWidth, typeset } from '../ChordSymbol';

const textOf = (symbol: string | null): string => {
  const { toJSON } = render(<ChordSymbol symbol={symbol} size={20} color="#000" />);
  return JSON.stringify(toJSON())
    .match(/"children":\["([^"[{]+)"\]/g)!
    .map((m) => m.slice(13, -2))
    .join('');
};

describe('a chord symbol', () => {
  it.each([
    ['Ebm7b5/Gb', 'E♭ø7/G♭'],
    ['Cmaj7', 'CΔ7'],
    ['Bdim', 'B°'],
    ['F#m7', 'F♯m7'],
    ['G7b9', 'G7♭9'],
    ['Caug', 'C+'],
    [null, 'N.C.'],
  ])('%s is set as %s', (symbol, text) => expect(textOf(symbol)).toBe(text));

  it('keeps what names the triad on the line and raises the rest', () => {
    expect(typeset('m7b5')).toEqual({ low: 'ø', high: '7' });
    expect(typeset('maj9#11')).toEqual({ low: '', high: 'Δ9#11' });
    expect(typeset('mMaj7')).toEqual({ low: 'm', high: 'Δ7' });
  });

  it('is wider the more it says', () => {
    expect(symbolWidth('C', 20)).toBeLessThan(symbolWidth('Cm7', 20));
    expect(symbolWidth('Cm7', 20)).toBeLessThan(symbolWidth('C#m7b5/G#', 20));
  });
});
