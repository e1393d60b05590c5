import type { LetterFont } from '@diplex/document';
import { SHIPPED_FONTS } from '@diplex/lettering/shipped-fonts';
import { tellProblem } from '../../bench/notice-store';
import { wordsOf } from '../../link/problem';
import { bringFont, useOwnFonts } from './fonts';

/** Opens the file dialog and brings a font in. */
function chooseFont(onChoose: (font: LetterFont) => void): void {
  const input = document.createElement('input');
  input.type = 'file';
  input.accept = '.ttf,.otf,.woff,.woff2,font/ttf,font/otf,font/woff,font/woff2';
  input.onchange = async () => {
    const [file] = input.files ?? [];
    if (!file) return;
    try {
      onChoose(await bringFont(file));
    } catch (error) {
      tellProblem(`${file.name} was not brought in. ${wordsOf(error)}`);
    }
  };
  input.click();
}

/** What is chosen to bring a font in. */
const BRING = 'bring in';

interface FontPickProps {
  readonly font: LetterFont;
  readonly onChoose: (font: LetterFont) => void;
}

/** The fonts that are shipped, those that were brought in, and a way to bring another in. */
export function FontPick({ font, onChoose }: FontPickProps) {
  const own = useOwnFonts((state) => state.fonts);
  const shipped = SHIPPED_FONTS.map(({ family, file, character }) => ({
    ...{ family, file },
    words: `${family}, ${character}`,
  }));
  const brought = own.map((each) => ({ ...each, words: each.family }));
  const known = [...shipped, ...brought];
  const all = known.some(({ file }) => file === font.file)
    ? known
    : [...known, { ...font, words: font.family }];
  const choose = (value: string) => {
    if (value === BRING) return chooseFont(onChoose);
    const chosen = all.find(({ file }) => file === value);
    if (chosen) onChoose({ family: chosen.family, file: chosen.file });
  };
  return (
    <label className="grid shrink-0 gap-0.5 text-[11.5px] text-faint">
      Font
      <select
        className="h-7 rounded-md bg-base-200 px-0.5 text-[12px] text-base-content"
        value={font.file}
        onChange={(event) => choose(event.target.value)}
      >
        {all.map(({ file, words }) => (
          <option key={file} value={file}>
            {words}
          </option>
        ))}
        <option value={BRING}>Bring a font in …</option>
      </select>
    </label>
  );
}
