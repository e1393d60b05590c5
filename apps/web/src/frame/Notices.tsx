import { IconAlertTriangle, IconInfoCircle, IconX } from '@tabler/icons-react';
import { useNotices } from '../bench/notice-store';
import { IconButton } from '../controls/IconButton';

/** Short messages at the foot of the inspector, off the picture, each with a way to put it away. */
export function Notices() {
  const { notices, dismiss } = useNotices();
  return (
    <div className="pointer-events-none fixed right-2.5 bottom-2.5 z-40 grid w-[268px] gap-2 text-[12.5px]">
      {notices.slice(-4).map(({ id, kind, words, action }) => (
        <div
          key={id}
          role={kind === 'problem' ? 'alert' : 'status'}
          className={`pointer-events-auto flex items-center gap-2.5 rounded-box border bg-base-300 px-3 py-2 shadow-xl ${kind === 'problem' ? 'border-error' : 'border-line'}`}
        >
          {kind === 'problem' ? (
            <IconAlertTriangle size={18} className="shrink-0 text-error" aria-label="Problem" />
          ) : (
            <IconInfoCircle size={18} className="shrink-0 text-info" aria-hidden />
          )}
          <span className="flex-1 select-text break-words">{words}</span>
          {action && (
            <button
              type="button"
              className="btn btn-xs btn-primary"
              onClick={() => {
                action.run();
                dismiss(id);
              }}
            >
              {action.words}
            </button>
          )}
          <IconButton
            small
            icon={IconX}
            words="Put this message away"
            onPress={() => dismiss(id)}
          />
        </div>
      ))}
    </div>
  );
}
