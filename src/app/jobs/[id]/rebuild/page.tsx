import { RebuildStage } from '@/ui/stages/rebuild/RebuildStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('rebuild');
export default stagePage('rebuild', RebuildStage);
