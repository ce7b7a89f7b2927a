import { withoutEnd } from '@backline/core/song/text';

/** What no file system takes in a name, and what would hide a file or end its name badly. */
const UNFIT = /[\u0000-\u001f\u007f<>:"/\\|?*]+/g;
/** Names that some systems keep for devices. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)$/i;
const LONGEST = 60;

/** Names for files, one for each title: numbered where two would be the same whatever the case. */
export function fileNames(titles: readonly string[]): string[] {
  const taken = new Set<string>();
  return titles.map((title) => {
    const fitting = title.replace(UNFIT, ' ').replace(/\s+/g, ' ').slice(0, LONGEST);
    const plain = withoutEnd(fitting.replace(/^[ .]+/, ''), ' .');
    const stem = plain === '' || RESERVED.test(plain) ? `part ${plain}`.trim() : plain;
    let name = stem;
    for (let n = 2; taken.has(name.toLowerCase()); n++) name = `${stem} ${n}`;
    taken.add(name.toLowerCase());
    return name;
  });
}
