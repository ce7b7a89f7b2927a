/** On which instrument a part is played, and how it is mixed otherwise for a while than on the whole. */
import { z } from 'zod';
import type { MixOffsetName } from '../choices';
import { GM_PROGRAMS } from '../generalMidi';
import { BY_ITS_PAGE, setting, type SettingSpecification } from './specification';
import type { Decibels } from '../../units/units';

const signed = (decibels: Decibels): string =>
  `${decibels > 0 ? '+' : decibels < 0 ? '−' : ''}${Math.abs(decibels).toFixed(1)} dB`;

/** As places are told: the whole way from the middle to a side is a hundred percent. */
const share = (value: number, whole: number): string => `${Math.round((Math.abs(value) / whole) * 100)} %`;

export const SOUND = {
  /** General MIDI program, 0-based. */
  instrument: setting({
    schema: z.number().int().min(0).max(127),
    neutral: 0,
    moves: 'sound',
    unit: 'General MIDI program, from 0',
    inWords: (program) => `on ${GM_PROGRAMS[program] ?? 'another instrument'}`,
    label: 'Instrument',
    group: 'instrument',
    control: BY_ITS_PAGE,
  }),
};

export const MIX = {
  gainOffset: setting({
    schema: z.number().int().min(-12).max(6),
    neutral: 0,
    moves: 'mix',
    unit: 'dB',
    inWords: (decibels) =>
      decibels === 0
        ? 'mixed as on the whole'
        : `${Math.abs(decibels)} dB ${decibels > 0 ? 'louder' : 'softer'} in the mix`,
    label: 'Level',
    group: 'mix',
    control: { as: 'stepper', low: -12, high: 6, step: 1, text: signed, less: 'softer', more: 'louder' },
  }),
  /** So much further to the right. */
  panOffset: setting({
    schema: z.number().int().min(-127).max(127),
    neutral: 0,
    moves: 'mix',
    unit: 'of 127',
    inWords: (by) => (by === 0 ? 'in its own place' : `further to the ${by < 0 ? 'left' : 'right'}`),
    label: 'Place',
    group: 'mix',
    control: {
      as: 'stepper',
      low: -126,
      high: 126,
      step: 14,
      text: (by) => `${share(by, 63)} ${by < 0 ? 'left' : 'right'}`,
      less: 'further left',
      more: 'further right',
    },
  }),
  /** So much further back in the room. */
  sendOffset: setting({
    schema: z.number().int().min(-127).max(127),
    neutral: 0,
    moves: 'mix',
    unit: 'of 127',
    inWords: (by) =>
      by === 0 ? 'as far away as on the whole' : `${by < 0 ? 'nearer' : 'further back'} in the room`,
    label: 'Room',
    group: 'mix',
    control: {
      as: 'stepper',
      low: -126,
      high: 126,
      step: 14,
      text: (by) => `${share(by, 127)} ${by < 0 ? 'nearer' : 'further back'}`,
      less: 'nearer',
      more: 'further back',
    },
  }),
  /** So much treble, brighter or darker. */
  shelfOffset: setting({
    schema: z.number().int().min(-12).max(12),
    neutral: 0,
    moves: 'mix',
    unit: 'dB',
    inWords: (decibels) =>
      decibels === 0
        ? 'as bright as on the whole'
        : `${Math.abs(decibels)} dB ${decibels > 0 ? 'brighter' : 'darker'}`,
    label: 'Tone',
    group: 'mix',
    control: {
      as: 'stepper',
      low: -12,
      high: 12,
      step: 2,
      text: (decibels) => `${Math.abs(decibels)} dB ${decibels < 0 ? 'darker' : 'brighter'}`,
      less: 'darker',
      more: 'brighter',
    },
  }),
} satisfies Record<MixOffsetName, SettingSpecification>;
