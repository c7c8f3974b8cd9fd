import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import GripVertical from 'lucide-react-native/icons/grip-vertical';
import { useTheme } from '@tamagui/core';
import { useWords } from '~/i18n';
import type { SortableProps } from './Sortable';

/**
 * A list whose rows are ordered by dragging them by their handle, with a pointer, a thumb or the keys
 * (Space takes and puts down, the arrows move); each step is said to whoever can't see it.
 */
export function SortableRows({ ids, nameOf, labelOf, onMove, row, around }: SortableProps) {
  const t = useWords();
  const sensors = useSensors(
    // A tap is no drag.
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const at = (id: UniqueIdentifier | undefined) => ids.indexOf(Number(id));
  const said = (id: UniqueIdentifier, over: UniqueIdentifier | undefined) => ({
    name: nameOf(Number(id)),
    place: at(over ?? id) + 1,
    of: ids.length,
  });
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(at(active.id), at(over.id));
      }}
      accessibility={{
        screenReaderInstructions: { draggable: t('sorting.how') },
        announcements: {
          onDragStart: ({ active }) => t('sorting.taken', said(active.id, undefined)),
          onDragOver: ({ active, over }) => t('sorting.over', said(active.id, over?.id)),
          onDragEnd: ({ active, over }) => t('sorting.put', said(active.id, over?.id)),
          onDragCancel: ({ active }) => t('sorting.back', said(active.id, undefined)),
        },
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {around(ids.map((id) => <Row key={id} id={id} label={labelOf(id)} row={row} />))}
      </SortableContext>
    </DndContext>
  );
}

/** A row that moves with the pointer while its handle is held. */
function Row({ id, label, row }: { id: number; label: string; row: SortableProps['row'] }) {
  const { setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      style={{
        transform: CSS.Translate.toString(transform),
        ...(transition && { transition }),
        ...(isDragging && {
          position: 'relative',
          zIndex: 1,
          background: 'var(--well)',
          boxShadow: '0 4px 12px rgb(32 26 23 / 25%)',
        }),
      }}
    >
      {row(id, <Handle id={id} label={label} />)}
    </div>
  );
}

/** What a row is held by: only from here it is dragged, so that the page still scrolls by thumb. */
function Handle({ id, label }: { id: number; label: string }) {
  const theme = useTheme();
  const { attributes, listeners, setActivatorNodeRef } = useSortable({ id });
  return (
    <button
      type="button"
      ref={setActivatorNodeRef}
      {...attributes}
      {...listeners}
      aria-label={label}
      style={{
        minWidth: 44,
        minHeight: 48,
        border: 0,
        background: 'none',
        cursor: 'grab',
        touchAction: 'none',
      }}
    >
      <GripVertical size={20} color={theme.faded.val} aria-hidden />
    </button>
  );
}
