import { readGrades } from '$server/lines/grades';
import { signedIn } from '../shared/guard';

export const load = ({ locals, url }) => readGrades(signedIn(locals, url));
