import { renderBand } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/memory';
import { applyEdit } from '@backline/core/edits/apply';
import { movePart, removePart } from '@backline/core/edits/parts';
import { setSettings } from '@backline/core/edits/settings';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { sentBand, wholeBand } from '../../workers/sentBand';

const song = readChart('tempo: 100\n[Verse] x3\nC | Am | F | G', OURS);

it('a band comes over whole, with only the parts sent that are other than before', () => {
  const memory = regionMemory();
  const first = renderBand(song, OURS, memory);
  const page = structuredClone(sentBand(first, null)).parts as (typeof first)['parts'];
  const edits = [
    setSettings('solo', { entry: 'e1', pass: 1 }, { density: 1 }),
    movePart('keys', 1),
    removePart('guitar'),
  ];
  let now = song;
  let [sentLast, has] = [first.parts, page];
  const counts = edits.map((edit) => {
    now = applyEdit(now, edit)!.song;
    const band = renderBand(now, OURS, memory);
    const sent = structuredClone(sentBand(band, sentLast));
    const whole = wholeBand(sent, has);
    expect(JSON.stringify(whole)).toBe(JSON.stringify(band));
    [sentLast, has] = [band.parts, whole.parts];
    return sent.parts.filter((part) => !('same' in part)).length;
  });
  // The lead alone; and where a part stands is no matter to what it plays.
  expect(counts[0]).toBe(1);
  expect(counts[1]).toBe(0);
});
