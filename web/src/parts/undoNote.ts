/** Something was done, and can be taken back as long as the note is in sight. */
import { ElMessage } from 'element-plus'
import { h } from 'vue'

const NOTE_MS = 8000

/**
 * Say what was done.
 *
 * @param done in words
 * @param label of the way back
 * @param undo takes it back
 * @param onClose the note is gone, by whatever way
 * @returns closes the note
 */
export function undoNote(
  done: string,
  label: string,
  undo: () => unknown,
  onClose?: () => void,
): () => void {
  const onClick = () => {
    undo()
    note.close()
  }
  const note = ElMessage({
    duration: NOTE_MS,
    showClose: true,
    message: h('span', [`${done} `, h('button', { class: 'act', onClick }, label)]),
    onClose,
  })
  return () => note.close()
}
