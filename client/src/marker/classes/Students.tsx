import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import type { MarkedClass, Student } from '@ravlo/contract';
import { useCallStudentMutation, useSetLeftMutation } from '@/packet/markerApi';
import { toTrouble } from '@/packet/trouble';
import { Button } from '@/ui/Button';
import { Notice } from '@/ui/Notice';
import { PersonMark } from '@/ui/PersonMark';
import { Sheet } from '@/ui/Sheet';
import { TextField } from '@/ui/TextField';
import { colours, space, target } from '@/ui/tokens';
import { WordButton } from '@/ui/WordButton';
import { Words } from '@/ui/Words';
import { StudentName } from '../StudentName';

/** Who is in a class: called as the marker wants, taken out, brought back. */
export function Students({ of: { id: classId, students } }: { readonly of: MarkedClass }) {
  const [chosen, setChosen] = useState<Student | null>(null);
  const here = students.filter(({ hasLeft }) => !hasLeft);
  const left = students.filter(({ hasLeft }) => hasLeft);
  return (
    <>
      <Words size="lead" bold heading={2}>
        {here.length === 1 ? '1 student' : `${here.length} students`}
      </Words>
      {here.length === 0 ? (
        <Words colour={colours.quiet}>Nobody is in it yet. Show them the code.</Words>
      ) : null}
      <View role="list" aria-label="Students">
        {here.map((student) => (
          <StudentRow key={student.id} student={student} onPress={() => setChosen(student)} />
        ))}
      </View>
      {left.length > 0 ? (
        <View role="list" aria-label="Have left the class">
          {left.map((student) => (
            <StudentRow key={student.id} student={student} onPress={() => setChosen(student)} />
          ))}
        </View>
      ) : null}
      {chosen ? <StudentSheet classId={classId} student={chosen} onClose={() => setChosen(null)} /> : null}
    </>
  );
}

interface StudentRowProps {
  readonly student: Student;
  readonly onPress: () => void;
}

function StudentRow({ student, onPress }: StudentRowProps) {
  return (
    <View role="listitem" style={styles.row}>
      <PersonMark name={student.firstName} texture={student.pattern} size={36} />
      <View style={styles.grow}>
        <StudentName student={student} />
      </View>
      <WordButton label="Change" describes={`Change ${student.name}`} onPress={onPress} />
    </View>
  );
}

interface StudentSheetProps {
  readonly classId: string;
  readonly student: Student;
  readonly onClose: () => void;
}

function StudentSheet({ classId, student, onClose }: StudentSheetProps) {
  const own = `${student.firstName} ${student.surname}`.trim();
  const [name, setName] = useState(student.name);
  const [callStudent, calling] = useCallStudentMutation();
  const [setLeft, leaving] = useSetLeftMutation();
  const error = calling.error ?? leaving.error;
  const studentId = student.id;
  const call = async () => {
    const said = name.trim() === own ? '' : name.trim();
    if ((await callStudent({ classId, studentId, name: said })).data) onClose();
  };
  const leave = async (hasLeft: boolean) => {
    if ((await setLeft({ classId, studentId, hasLeft })).data) onClose();
  };
  return (
    <Sheet title={student.name} onClose={onClose}>
      <View style={styles.sheet}>
        <Words colour={colours.quiet}>{`They call themselves ${own}. In your lists they are called`}</Words>
        <TextField aria-label="Called in your lists" value={name} maxLength={120} onChangeText={setName} />
        <Button label="Call them so" disabled={calling.isLoading} onPress={() => void call()} />
        {student.hasLeft ? (
          <Button label="Bring them back into the class" onPress={() => void leave(false)} />
        ) : (
          <>
            <Words>
              Taken out of the class, they see its briefs no more. What they have handed over stays on your
              desk, with your marks; they can be brought back.
            </Words>
            <Button label="Take them out of the class" onPress={() => void leave(true)} />
          </>
        )}
        {error ? <Notice tone="attention" title={toTrouble(error).detail} /> : null}
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: space.one * 1.5,
    minHeight: target + 4,
    borderTopWidth: 1,
    borderColor: colours.line,
  },
  grow: { flex: 1, minWidth: 0 },
  sheet: { padding: space.one, gap: space.one * 1.5 },
});
