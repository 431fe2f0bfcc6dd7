import type { Student } from '@ravlo/contract';
import { colours } from '@/ui/tokens';
import { Words } from '@/ui/Words';

/** What a student is called, and that they are not in the class any more. */
export function StudentName({ student }: { readonly student: Pick<Student, 'name' | 'hasLeft'> }) {
  return (
    <>
      <Words bold numberOfLines={1}>
        {student.name}
      </Words>
      {student.hasLeft ? (
        <Words size="small" colour={colours.quiet}>
          has left the class
        </Words>
      ) : null}
    </>
  );
}
