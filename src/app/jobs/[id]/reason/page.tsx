import { ReasonStage } from '@/ui/stages/reason/ReasonStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('reason');
export default stagePage('reason', ReasonStage);
