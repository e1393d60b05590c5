import type { StageName } from './stages';

/** How to go to a stage of the open composition; set by the bench, which knows the router. */
let goTo: (stage: StageName) => void = () => undefined;

export function setStageNavigation(go: (stage: StageName) => void): void {
  goTo = go;
}

export function goToStage(stage: StageName): void {
  goTo(stage);
}
