import { QuoteSheet } from '@/ui/sheets/quote/QuoteSheet';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('quote');
export default stagePage('quote', QuoteSheet);
