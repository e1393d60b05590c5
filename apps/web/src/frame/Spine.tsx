import { IconKeyboard, IconListSearch, IconMoon, IconSun } from '@tabler/icons-react';
import { Link, NavLink } from 'react-router';
import { useComposition } from '../bench/composition-store';
import { useSettings } from '../bench/settings-store';
import { STAGES, type StageName } from '../bench/stages';
import { useWindow } from '../bench/window-store';
import { IconButton } from '../controls/IconButton';

/** Whether a stage has left its mark on the composition: its number is ringed. */
const USED: Readonly<
  Record<
    StageName,
    (composition: ReturnType<typeof useComposition.getState>['composition']) => boolean
  >
> = {
  gather: ({ root }) => root.length > 0,
  cut: ({ masks }) => Object.keys(masks).length > 0,
  arrange: ({ layers }) => Object.keys(layers).length > 1,
  match: ({ layers }) => Object.values(layers).some(({ steps }) => steps.length > 0),
  finish: ({ layers }) => Object.values(layers).some(({ content }) => content.kind === 'generated'),
  deliver: () => false,
};

/** The stages of the work, numbered, on the left. */
export function Spine({ id, stage }: { readonly id: string; readonly stage: StageName }) {
  const composition = useComposition((state) => state.composition);
  const { theme, setTheme } = useSettings();
  const { open } = useWindow();
  return (
    <nav
      aria-label="Stages"
      style={{ gridArea: 'spine' }}
      className="flex flex-col items-stretch gap-0.5 bg-base-200 py-2.5"
    >
      <Link
        to="/"
        title="All compositions"
        aria-label="All compositions"
        className="mb-2.5 grid h-11 place-items-center"
      >
        <img src="/mark.svg" alt="" className="w-[34px]" />
      </Link>
      {STAGES.map(({ name, number, words }, index) => (
        <NavLink
          key={name}
          to={`/c/${id}/${name}`}
          aria-current={name === stage ? 'page' : undefined}
          className={`relative grid h-[50px] grid-cols-[22px_1fr] items-center pl-2 text-[12px] ${
            name === stage
              ? 'bg-gradient-to-r from-held to-transparent text-base-content'
              : 'text-faint hover:text-base-content'
          }`}
        >
          <b
            className={`z-1 grid size-5 place-items-center rounded-full font-semibold text-[11px] ${
              name === stage
                ? 'bg-primary text-primary-content'
                : USED[name](composition)
                  ? 'text-primary shadow-[inset_0_0_0_1.5px_var(--color-primary)]'
                  : 'bg-base-300 text-quiet'
            }`}
          >
            {number}
          </b>
          <span className="pl-1.5">{words}</span>
          {index < STAGES.length - 1 && (
            <i aria-hidden className="absolute top-9 left-[17.5px] h-[30px] w-px bg-line" />
          )}
        </NavLink>
      ))}
      <div className="mt-auto grid place-items-center gap-1">
        <IconButton
          icon={theme === 'dim' ? IconSun : IconMoon}
          words={theme === 'dim' ? 'Bright room' : 'Dim room'}
          onPress={() => setTheme(theme === 'dim' ? 'bright' : 'dim')}
        />
        <IconButton
          icon={IconListSearch}
          words="All commands (Ctrl K)"
          onPress={() => open('palette')}
        />
        <IconButton icon={IconKeyboard} words="Sheet of keys (?)" onPress={() => open('keys')} />
      </div>
    </nav>
  );
}
