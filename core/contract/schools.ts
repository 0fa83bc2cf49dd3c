/** What is the same for everybody of a school. */
import * as yup from 'yup';
import { DECIMAL_MARKS, type DecimalMark } from '../questions/numbers/typedNumber';

export interface SchoolWays {
  decimalMark: DecimalMark;
}

export const schoolBody = yup.object({
  decimalMark: yup
    .string<DecimalMark>()
    .oneOf([...DECIMAL_MARKS], 'A number is written with a "point" or a "comma".')
    .required('Say how numbers are written.'),
});
