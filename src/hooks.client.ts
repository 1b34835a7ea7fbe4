import { readPatiently } from './routes/shared/read-patiently';

readPatiently();
