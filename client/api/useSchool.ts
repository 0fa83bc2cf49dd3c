import { USUAL_SCHOOL, type School } from '@lippet/core/questions/questionKind';
import { useMe } from './queries';

/** How the school of whoever is signed in does things. */
export function useSchool(): School {
  const school = useMe().data?.school;
  return school ? { decimalMark: school.decimalMark } : USUAL_SCHOOL;
}
