import { format } from 'date-fns/format';
import { sayBytes, type Receipt } from '@ravlo/contract';

/** A receipt in words, as it is mailed. */
export function sayReceipt(receipt: Receipt): string {
  const {
    person,
    deskClass,
    brief,
    attempt,
    attemptsAllowed,
    fileName,
    pages,
    bytes,
    sha256,
    arrivedAt,
    isLate,
  } = receipt;
  return [
    `It has arrived${isLate ? ', late' : ''}.`,
    '',
    `Who      ${person}`,
    `Class    ${deskClass}`,
    `Brief    ${brief}`,
    `Attempt  ${attempt}${attemptsAllowed === null ? '' : ` of ${attemptsAllowed}`}`,
    `File     ${fileName}, ${pages} ${pages === 1 ? 'page' : 'pages'}, ${sayBytes(bytes)}`,
    `Arrived  ${format(new Date(arrivedAt), 'EEEE d MMMM yyyy, HH:mm:ss xxx')}`,
    `SHA-256  ${sha256}`,
    '',
    'The file beside this message is the signed receipt. Keep it: anybody can check it, at the class desk or with "ravlo receipt".',
  ].join('\n');
}
