import { blankJob } from '@tamper/core/job';
import { ruleSetIds, ruleSets, type RuleSetId } from '@tamper/core/rules';
import { type UnitSystem } from '@tamper/core/units';
import { router } from 'expo-router';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { Dialog, HelperText, Portal, TextInput } from 'react-native-paper';
import { Text } from '../../ui/Text';
import { Button } from '../../ui/Button';
import { addJob } from '../../data/add';
import { sentences } from '../../data/api';
import { Choice } from '../../ui/Choice';
import { SHORT_NAMES, UNIT_OPTIONS } from '../job/ruleNames';

interface Fields {
  name: string;
  ruleSet: RuleSetId;
  units: UnitSystem;
}

/** Asks what a job cannot do without. */
export function NewJob({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { control, handleSubmit, reset, formState, setValue } = useForm<Fields>({
    defaultValues: { name: '', ruleSet: 'UK', units: 'metric' },
  });
  const [fault, setFault] = useState<string>();

  const add = handleSubmit(async ({ name, ruleSet, units }) => {
    try {
      const id = await addJob(blankJob(name.trim(), ruleSet, units));
      onClose();
      reset();
      router.navigate(`/jobs/${id}`);
    } catch (error) {
      setFault(sentences(error).join(' '));
    }
  });

  return (
    <Portal>
      <Dialog visible={open} onDismiss={onClose} style={{ maxWidth: 480, width: '92%', alignSelf: 'center' }}>
        <Dialog.Title>New job</Dialog.Title>
        <Dialog.Content style={{ gap: 6 }}>
          <Controller
            control={control}
            name="name"
            rules={{
              validate: (name) =>
                name.trim() === '' ? 'Give the job a name.' : name.trim().length > 120 ? 'Keep the name under 120 characters.' : true,
            }}
            render={({ field, fieldState }) => (
              <>
                <TextInput
                  mode="outlined"
                  label="Name of the job"
                  aria-label="Name of the job"
                  value={field.value}
                  onChangeText={field.onChange}
                  onBlur={field.onBlur}
                  error={!!fieldState.error}
                  autoFocus
                  onSubmitEditing={() => void add()}
                />
                <HelperText type="error" visible={!!fieldState.error}>
                  {fieldState.error?.message ?? ' '}
                </HelperText>
              </>
            )}
          />
          <Controller
            control={control}
            name="ruleSet"
            render={({ field }) => (
              <Choice
                label="Rule set"
                value={field.value}
                onChange={(ruleSet) => {
                  field.onChange(ruleSet);
                  // They measure as is usual there until somebody says otherwise.
                  if (!formState.dirtyFields.units) setValue('units', ruleSets[ruleSet].units);
                }}
                options={ruleSetIds.map((id) => ({ value: id, label: SHORT_NAMES[id] }))}
              />
            )}
          />
          <Controller
            control={control}
            name="ruleSet"
            render={({ field }) => (
              <Text variant="bodySmall">{ruleSets[field.value].name}: defaults with their basis shown; check your local code.</Text>
            )}
          />
          <Controller
            control={control}
            name="units"
            render={({ field }) => <Choice label="Units" value={field.value} onChange={field.onChange} options={UNIT_OPTIONS} />}
          />
          {fault ? (
            <HelperText type="error" visible role="alert">
              {fault}
            </HelperText>
          ) : null}
        </Dialog.Content>
        <Dialog.Actions>
          <Button onPress={onClose}>Cancel</Button>
          <Button mode="contained" disabled={formState.isSubmitting} onPress={() => void add()}>
            Start the job
          </Button>
        </Dialog.Actions>
      </Dialog>
    </Portal>
  );
}
