import { products } from '@tamper/core/catalogue';
import { blankRun, errorsOf, runSchema, type Job } from '@tamper/core/job';
import { formatLength, parseLength, type Parsed } from '@tamper/core/units';
import { router } from 'expo-router';
import { useState } from 'react';
import { View } from 'react-native';
import { Controller, useForm } from 'react-hook-form';
import { HelperText, Text, TextInput } from 'react-native-paper';
import useSWR from 'swr';
import { Button } from '../../ui/Button';
import { api, fetcher, sentences, type Stored } from '../../data/api';
import { refreshList } from '../../data/usePages';
import { Loading } from '../../ui/Loading';
import { Faults } from '../../ui/Faults';
import { Picker } from '../../ui/Picker';
import { Page, TopBar } from '../../ui/Screen';

interface Fields {
  name: string;
  product: string;
  length: string;
  cover: string;
}

const valueOf = (parsed: Parsed): number => (parsed.ok ? parsed.value : NaN);

/** Starts a run from four answers; everything else has a default one touch away. */
export function NewRunScreen({ jobId }: { jobId: string }) {
  const { data: job, error, mutate } = useSWR<Stored<Job>>(`/jobs/${jobId}`, fetcher);
  return (
    <>
      <TopBar title="New run" subtitle={job?.doc.name} back={`/jobs/${jobId}`} />
      {job ? <Form job={job} /> : <Loading error={error} retry={() => void mutate()} what="the job" />}
    </>
  );
}

function Form({ job }: { job: Stored<Job> }) {
  const { units, ruleSet } = job.doc;
  const first = products[0] as (typeof products)[number];
  const { control, handleSubmit, setValue, formState } = useForm<Fields>({
    defaultValues: { name: '', product: first.id, length: '', cover: formatLength(first.minCover.field, units) },
  });
  const [faults, setFaults] = useState<string[]>([]);
  const read = (text: string) => parseLength(text, units === 'us' ? 'ft' : 'm');

  const add = handleSubmit(async (fields) => {
    const run = blankRun({
      name: fields.name.trim(),
      product: fields.product,
      length: valueOf(read(fields.length)),
      cover: valueOf(read(fields.cover)),
      ruleSet,
    });
    const errors = errorsOf(runSchema, run);
    if (errors.length > 0) return setFaults(errors.map((fault) => fault.message));
    try {
      const stored = await api.addRun(job.id, crypto.randomUUID(), run);
      refreshList(`/jobs/${job.id}/runs`);
      router.replace(`/jobs/${job.id}/runs/${stored.id}`);
    } catch (error) {
      setFaults(sentences(error));
    }
  });

  const text = (name: 'name' | 'length' | 'cover', label: string, validate: (value: string) => true | string, autoFocus = false) => (
    <Controller
      control={control}
      name={name}
      rules={{ validate }}
      render={({ field, fieldState }) => (
        <View>
          <TextInput
            mode="outlined"
            label={label}
            aria-label={label}
            value={field.value}
            onChangeText={field.onChange}
            onBlur={field.onBlur}
            error={!!fieldState.error}
            autoFocus={autoFocus}
            onSubmitEditing={() => void add()}
          />
          <HelperText type="error" visible={!!fieldState.error}>
            {fieldState.error?.message ?? ' '}
          </HelperText>
        </View>
      )}
    />
  );
  const lengthRule = (least: string) => (value: string) => {
    const parsed = read(value);
    return parsed.ok ? parsed.value > 0 || `${least} must be more than nothing.` : parsed.error;
  };

  return (
    <Page>
      <Text>From here to there: what goes in, how long, how deep. Levels, walls and spoil come next.</Text>
      {text('name', 'Name of the run', (value) => value.trim() !== '' || 'Give the run a name.', true)}
      <Controller
        control={control}
        name="product"
        render={({ field }) => (
          <Picker
            label="What goes in"
            value={field.value}
            options={products.map((product) => ({ value: product.id, label: product.name }))}
            onChange={(id) => {
              field.onChange(id);
              const chosen = products.find((product) => product.id === id) ?? first;
              setValue('cover', formatLength(chosen.minCover.field, units));
            }}
          />
        )}
      />
      {text('length', 'Length', lengthRule('The length'))}
      {text('cover', 'Cover over the line', lengthRule('Cover'))}
      <Faults title="The run was not added" faults={faults} />
      <Button mode="contained" disabled={formState.isSubmitting} onPress={() => void add()}>
        Plan this run
      </Button>
    </Page>
  );
}
