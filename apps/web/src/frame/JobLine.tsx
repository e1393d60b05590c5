import { IconX } from '@tabler/icons-react';
import { useJobs } from '../bench/job-store';
import { IconButton } from '../controls/IconButton';

/** What is being worked on, how long it will take, and how to stop it. */
export function JobLine() {
  const running = useJobs((state) => state.running);
  const [job, ...others] = running;
  if (!job) return <span className="text-faint">nothing running</span>;
  const left = job.secondsLeft === null ? '' : ` · ${job.secondsLeft} s left`;
  const more = others.length > 0 ? ` · ${others.length} more` : '';
  return (
    <div className="flex min-w-0 items-center gap-2 text-[12px] text-quiet" data-testid="job-line">
      <span className="flex min-w-0" role="status" title={job.words}>
        <span className="truncate">{job.words}</span>
        {/* What is asked first of long work stays whole. */}
        <span className="shrink-0 whitespace-pre">
          {left}
          {more}
        </span>
      </span>
      <progress
        aria-label={job.words}
        className="progress progress-info h-1 w-[64px] shrink-0"
        value={job.progress}
        max={1}
      />
      <IconButton small icon={IconX} words={`Stop: ${job.words}`} onPress={job.stop} />
    </div>
  );
}
