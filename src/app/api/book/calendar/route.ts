import { calendarRequest } from '@/schema/book';
import { changeCalendar } from '@/server/exchange/calendar';
import { handle } from '../../handle';

export const POST = (request: Request) => handle(request, calendarRequest, changeCalendar);
