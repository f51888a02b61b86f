import type { HandName } from '../hands/hand';
import type { StageId } from './stages.data';

/** The hand that plays alone at a stage; null where both do. */
export function handOfStage(stage: StageId): HandName | null {
  if (stage.startsWith('right')) return 'right';
  return stage.startsWith('left') ? 'left' : null;
}
