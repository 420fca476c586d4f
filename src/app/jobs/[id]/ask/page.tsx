import { AskStage } from '@/ui/stages/ask/AskStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('ask');
export default stagePage('ask', AskStage);
