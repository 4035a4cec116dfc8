import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical, Trash2 } from 'lucide-react';
import { type Layer, materialSchema } from '@/core/job/records';
import { Choice, IconButton, NumberInput } from '@/ui/primitives';
import { layerName } from './ConstructionSection';

/** The layers of a wall in their order: dragged by the grip, or with Space and the arrow keys on it. */
export function LayerList({
  layers,
  onChange,
}: {
  layers: readonly Layer[];
  onChange: (layers: Layer[]) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  // a layer is known by its place: places change only when one is put down
  const ids = layers.map((_, i) => `layer ${i + 1}`);
  const drop = ({ active, over }: DragEndEvent) => {
    const [from, to] = [active.id, over?.id].map((id) => ids.findIndex((known) => known === id));
    if (from !== undefined && to !== undefined && from >= 0 && to >= 0 && from !== to)
      onChange(arrayMove([...layers], from, to));
  };
  return (
    <DndContext id="layers" sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ul>
          {layers.map((layer, i) => (
            <LayerRow
              key={ids[i]}
              id={ids[i] ?? ''}
              number={i + 1}
              layer={layer}
              onChange={(next) => onChange(layers.map((l, k) => (k === i ? next : l)))}
              onRemove={() => onChange(layers.filter((_, k) => k !== i))}
            />
          ))}
        </ul>
      </SortableContext>
    </DndContext>
  );
}

function LayerRow({
  id,
  number,
  layer,
  onChange,
  onRemove,
}: {
  id: string;
  number: number;
  layer: Layer;
  onChange: (layer: Layer) => void;
  onRemove: () => void;
}) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      className={`flex flex-wrap items-center gap-1.5 border-b border-rule bg-panel py-1.5 ${isDragging ? 'relative z-10 outline-2 outline-action' : ''}`}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move layer ${number}`}
        className="grid h-9 w-7 cursor-grab touch-none place-items-center text-muted pointer-coarse:h-11"
      >
        <GripVertical size={15} />
      </button>
      <span className="w-4 text-muted">{number}</span>
      <Choice
        label={`Layer ${number}, material`}
        className="w-40"
        value={'sheetOhm' in layer ? 'sheet' : layer.material}
        options={[
          ...materialSchema.options.map((m) => ({
            value: m,
            text: layerName({ material: m, thicknessMm: 1 }),
          })),
          { value: 'sheet', text: 'thin metal sheet' },
        ]}
        onChange={(v) => {
          const material = materialSchema.options.find((m) => m === v);
          onChange(
            material
              ? { material, thicknessMm: 'thicknessMm' in layer ? layer.thicknessMm : 12.5 }
              : { sheetOhm: 0.01 },
          );
        }}
      />
      {'sheetOhm' in layer ? (
        <NumberInput
          label={`Layer ${number}, ohms a square`}
          value={layer.sheetOhm}
          unit="Ω/sq"
          min={1e-6}
          max={1e6}
          onChange={(sheetOhm) => onChange({ sheetOhm })}
        />
      ) : (
        <NumberInput
          label={`Layer ${number}, thickness`}
          value={layer.thicknessMm}
          unit="mm"
          min={0.01}
          max={5000}
          onChange={(thicknessMm) => onChange({ ...layer, thicknessMm })}
        />
      )}
      <span className="ml-auto">
        <IconButton label={`Remove layer ${number}`} onClick={onRemove}>
          <Trash2 size={15} />
        </IconButton>
      </span>
    </li>
  );
}
