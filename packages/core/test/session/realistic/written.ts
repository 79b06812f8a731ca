import type { Circuit } from '../../../src/circuit/circuit';
import { readNotation } from '../../../src/notation/readNotation';
import { moreTexts } from './writtenMore';

/** Circuits as a technician writes them from a diagram: no length, no size, no place but where one is easily said. */
const texts: readonly string[] = [
  `circuit "Compressor clutch with pressure switches"
battery.- > ground GB
battery > fuse 1 15A > relay K3.30
battery > fuse 2 10A > ignition IGN > splice S1 > K3.86
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
control ac "A/C button": off "Off", on "On"
S1 > switch SA.1
switch SA moves ac: 1/2 in on
SA.2 > connector C6.1 > switch LOWP.1
control low "Low pressure": ok "Charged", empty "Empty"
switch LOWP moves low: 1/2 in ok
LOWP.2 > switch HIGHP.1
control high "High pressure": ok "Normal", over "Too high"
switch HIGHP moves high: 1/2 in ok
HIGHP.2 > C6.2 > module ECM.14
module ECM: 1 supply, 2 ground, 14 input down 10kΩ, 30 low-side when key=run and 14 high
S1 > ECM.1
ECM.2 > ground G5
K3.85 > ECM.30
K3.87 > splice S2 > clutch comp 3.8Ω > ground G6
G6 > diode D1 > S2`,
  `circuit "Stop lamps and high stop lamp"
battery.- > ground GB
twin left 5/21W
twin right 5/21W
battery > link FL1 > fuse 12 15A > switch pedal.1
pedal.2 > splice S1 > connector C3.1 > (via dash sill-left) splice S2 > left.brake > ground G7
S2 > right.brake > G7
S1 > connector C4.1 > (via dash roof) lamp high 16W > ground G8
S1 > module ABS.5
module ABS: 1 supply, 2 ground, 5 input down 4.7kΩ
battery > fuse 14 10A > ABS.1
ABS.2 > ground G3
battery > fuse 15 10A > switch lights > connector C3.2 > splice S3 > left
S3 > right`,
  `circuit "Courtesy lamps switched to ground"
battery.- > ground GB
battery > fuse 18 10A > splice S1 > lamp front 10W > connector C2.1 > splice S2
S1 > lamp rear 10W > splice S3
S2 > S3
control left-door "Left door": shut "Shut", open "Open"
control right-door "Right door": shut "Shut", open "Open"
switch DL moves left-door: 1/2 in open
switch DR moves right-door: 1/2 in open
S2 > DL.1
DL.2 > ground G1
S3 > connector C5.1 > DR.1
DR.2 > ground G2
S1 > socket lighter 10A > ground G3
S1 > radio 0.5A > G3`,
  `circuit "Reversing lamps and beeper"
battery.- > ground GB
battery > fuse 7 10A > ignition IGN > splice S1 > switch gear.1
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
control selector "Selector": park "Park", reverse "Reverse"
switch gear moves selector: 1/2 in reverse
gear.2 > connector C1.1 > (via engine-bay sill-right) splice S2 > lamp rev-left 21W > ground G1
S2 > lamp rev-right 21W > ground G2
S2 > connector C2.1 > module BEEP.1
module BEEP: 1 supply, 2 ground
BEEP.2 > ground G1
S1 > connector C1.2 > fan mirror 4A > ground G3`,
  `circuit "Glow plugs of four cylinders"
battery.- > ground GB
battery > link FL2 60A > relay K7.30
K7.87 > busbar B1
B1 > heater glow-1 120W > ground GE
B1 > heater glow-2 120W > GE
B1 > heater glow-3 120W > GE
B1 > heater glow-4 120W > GE
control key "Key": off "Off", run "Run"
battery > fuse 20 10A > ignition IGN.30
switch IGN moves key: 30/15 in run
IGN.15 > splice S1 > K7.86
S1 > module ECM.1
module ECM: 1 supply, 2 ground, 8 low-side when key=run, 9 low-side when key=run
K7.85 > ECM.8
ECM.2 > ground G4
S1 > lamp glow-lamp 2W > ECM.9`,
  `circuit "Heated seats, one half or two halves"
battery.- > ground GB
battery > fuse 3 30A > ignition IGN > relay K1.30
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
fuse 9 5A > K1.86
battery > F9
K1.85 > ground G1
K1.87 > splice S1
control heat "Seat heat": off "Off", low "Low", high "High"
S1 > connector C1.1 > switch S4.1
switch S4 moves heat: 1/2 in low high, 1/3 in high
S4.2 > heater cushion 45W > ground G2
S4.3 > heater back 40W > G2
S1 > lamp telltale 1.2W > G1`,
  `circuit "Headlamps switched on their ground side"
battery.- > ground GB
twin left 55/60W
twin right 55/60W
battery > fuse 30 20A > left.ground
battery > fuse 31 20A > right.ground
control beam "Headlamps": off "Off", dip "Dipped", main "Main"
left.1 > splice SD
right.1 > SD
left.2 > splice SM
right.2 > SM
switch SB moves beam: 1/2 in dip, 3/2 in main
SD > connector C1.1 > (via engine-bay dash) SB.1
SM > C1.2 > SB.3
SB.2 > ground G1
SM > lamp main-tell 1.2W > fuse 32 5A > battery`,
  `circuit "Fuel pump with crash switch and two relays"
battery.- > ground GB
battery > fuse 50 20A > relay K1.30
battery > fuse 51 10A > ignition IGN > splice S1 > relay K2.86
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
module ECM: 1 supply, 2 ground, 5 low-side when key=run, 6 low-side when key=run
K2.85 > ECM.5
battery > K2.30
K2.87 > splice S2 > K1.86
K1.85 > ECM.6
S1 > ECM.1
ECM.2 > ground G2
control crash "Crash switch": set "Set", tripped "Tripped"
switch CS moves crash: 1/2 in set
K1.87 > CS.1
CS.2 > connector C7.1 > (via dash sill-left rear) pump fuel 6A > ground G5
S2 > connector C8.1 > injector inj1 14Ω > ECM.21
C8.1b > injector inj2 14Ω > ECM.22
module ECM: 21 low-side when key=run, 22 low-side when key=run`,
  `circuit "Trailer lamps through a socket"
battery.- > ground GB
battery > fuse 40 15A > relay K9.30
battery > fuse 41 5A > switch lights > splice S1 > K9.86
K9.85 > ground G1
K9.87 > connector C20.1 > (via dash sill-left rear) connector C21.1 > splice S2 > lamp tail-l 5W > splice SG > C21.2 > C20.2 > ground G9
S2 > lamp tail-r 5W > SG
S2 > lamp plate 5W > SG
S1 > lamp dash-tell 2W > G1`,
  `circuit "Washer pump that runs both ways"
battery.- > ground GB
battery > fuse 22 10A > splice S1
control stalk "Stalk": rest "Rest", front "Pull", rear "Push"
switch W moves stalk: feed/a in front, gnd/a in rest rear, feed/b in rear, gnd/b in rest front
S1 > W.feed
W.gnd > ground G1
W.a > connector C8.1 > pump washer 3A > C8.2
C8.2b > W.b
S1 > relay K5.30
control wipe "Wiper": off "Off", on "On"
switch WS moves wipe: 1/2 in on
S1 > WS.1
WS.2 > K5.86
K5.85 > ground G1
K5.87 > connector C9.1 > wiper motor 5A > ground G2`,
];

export const writtenCircuits: readonly Circuit[] = [...texts, ...moreTexts].map((text) => {
  const { circuit, flaws } = readNotation(text);
  if (flaws.length > 0) throw new Error(`${circuit.name}: ${flaws[0]!.message}`);
  return circuit;
});
