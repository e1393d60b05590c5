import { wordsOf } from '../link/problem';
import { address, type Job, server } from '../link/server';
import { useJobs } from './job-store';
import { tellProblem } from './notice-store';

/** Shows long work of the server in the job line, where it can be stopped, and tells of it until it ends. */
export function followJob(job: Job, tell: (job: Job) => void): void {
  const events = new EventSource(address.jobEvents(job.id));
  const show = ({ id, label, progress, secondsLeft }: Job) =>
    useJobs.getState().put({
      ...{ id, words: label, progress, secondsLeft },
      stop: () => void server.stopJob(id).catch((error) => tellProblem(wordsOf(error))),
    });
  const close = () => {
    events.close();
    useJobs.getState().end(job.id);
  };
  show(job);
  events.onmessage = (event) => {
    const now = JSON.parse(event.data) as Job;
    if (now.state === 'running') show(now);
    else close();
    tell(now);
  };
  events.onerror = () => {
    close();
    tellProblem(`${job.label}: the server does not answer any more. Begin it again.`);
  };
}

/** Runs a request; a failure is told. */
export async function told<Result>(work: Promise<Result>): Promise<Result | null> {
  return work.catch((error: unknown) => {
    tellProblem(wordsOf(error));
    return null;
  });
}
