/** Names for files of one folder, no two alike to any system: one that was given is numbered before its ending. */
export function unlikeNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const dot = name.lastIndexOf('.');
    const [stem, ending] = dot > 0 ? [name.slice(0, dot), name.slice(dot)] : [name, ''];
    let own = name;
    for (let n = 2; taken.has(own.normalize('NFC').toLowerCase()); n++) own = `${stem} ${n}${ending}`;
    taken.add(own.normalize('NFC').toLowerCase());
    return own;
  });
}
