export { databaseAnswers } from '@/data/database';
