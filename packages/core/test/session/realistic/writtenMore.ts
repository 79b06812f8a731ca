/** More circuits as a technician writes them, drawn after the first ones: what is tuned on those is not tuned on these. */
export const moreTexts: readonly string[] = [
  `circuit "Two-speed wiper with park switch"
battery.- > ground GB
battery > fuse 6 25A > ignition IGN.30
control key "Key": off "Off", run "Run"
switch IGN moves key: 30/15 in run
IGN.15 > splice S1
control stalk "Stalk": off "Off", slow "Slow", fast "Fast"
switch WS moves stalk: 15/53 in slow, 15/53b in fast, 31b/53 in off
S1 > WS.15
WS.53 > connector C1.1 > (via dash engine-bay) motor slow 4A > ground G1
WS.53b > C1.2 > (via dash engine-bay) motor fast 7A > G1
control cam "Wiper arms": parked "Parked", away "Away"
switch PARK moves cam: 53a/31b in away
S1 > C1.3 > PARK.53a
PARK.31b > C1.4 > WS.31b
S1 > relay K12.30
control wash "Washer": off "Off", on "On"
switch WB moves wash: 1/2 in on
S1 > WB.1
WB.2 > K12.86
K12.85 > ground G2
K12.87 > connector C2.1 > pump washer 3A > ground G1`,
  `circuit "Passenger window from two switches"
battery.- > ground GB
battery > breaker CB1 30A > splice SP
control driver "Driver's switch": rest "Rest", up "Up", down "Down"
control passenger "Passenger's switch": rest "Rest", up "Up", down "Down"
switch DS moves driver: g/a in rest down, g/b in rest up, p/a in up, p/b in down
switch PS moves passenger: a/x in rest down, b/y in rest up, p/x in up, p/y in down
SP > DS.p
DS.g > ground G1
DS.a > connector C11.1 > (via door-left dash) connector C12.1 > PS.a
DS.b > C11.2 > (via door-left dash) C12.2 > PS.b
SP > C12.3 > PS.p
PS.x > connector CM.1 > motor window 6A > CM.2
CM.2b > PS.y
SP > connector C13.1 > lamp door 5W > ground G1`,
  `circuit "Central locking by two relays"
battery.- > ground GB
battery > fuse 20 25A > splice SF > relay KL.87
SF > relay KU.87
KL.87a > ground G1
KU.87a > ground G1
module BCM: 1 supply, 2 ground, 7 low-side, 8 low-side, 11 input up 2kΩ
battery > fuse 21 7.5A > splice SB > BCM.1
SB > KL.86
SB > KU.86
KL.85 > BCM.7
KU.85 > BCM.8
BCM.2 > ground G2
KL.30 > splice SA
KU.30 > splice SC
SA > connector C1.1 > (via dash door-left) lock fl 4A > C1.2
C1.2b > SC
SA > connector C2.1 > (via dash door-right) lock fr 4A > C2.2
C2.2b > SC
SA > connector C3.1 > (via sill-left rear) lock tail 4A > C3.2
C3.2b > SC`,
  `circuit "Two fans in series or in parallel"
battery.- > ground GB
battery > link FLA 40A > relay K1.30
battery > link FLB 40A > relay K3.30
K1.87 > connector C1.1 > fan one 12A > C1.2
C1.2b > splice SJ > relay K2.30
K2.87a > splice SQ
K2.87 > ground G1
K3.87 > SQ
SQ > connector C2.1 > fan two 12A > C2.2
C2.2b > ground G2
battery > fuse 8 10A > ignition IGN > splice S1
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
S1 > K1.86
S1 > K2.86
S1 > K3.86
module ECM: 1 supply, 2 ground, 31 low-side, 32 low-side
S1 > ECM.1
ECM.2 > ground G3
K1.85 > ECM.31
K2.85 > splice SH > ECM.32
K3.85 > SH`,
  `circuit "Sensor heaters and purge valve"
battery.- > ground GB
battery > fuse 1 15A > relay K1.30
K1.87 > fuse 4 15A > splice S1
S1 > connector C1.1 > heater up1 18W > C1.2
C1.2b > (via engine-bay) module ECM.41
S1 > connector C2.1 > heater down1 18W > C2.2
C2.2b > ECM.42
S1 > connector C3.1 > valve purge 25Ω > C3.2
C3.2b > ECM.43
S1 > connector C4.1 > valve egr 22Ω > C4.2
C4.2b > ECM.44
battery > fuse 2 10A > ignition IGN > splice S2 > ECM.1
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
S2 > K1.86
K1.85 > ECM.45
module ECM: 1 supply, 2 ground, 41 low-side, 42 low-side, 43 low-side, 44 low-side, 45 low-side when key=run
ECM.2 > ground G1
K1.87 > fuse 5 10A > connector C5.1 > sensor flow > ground G1`,
  `circuit "Rear fog lamps, only with the headlamps"
battery.- > ground GB
battery > fuse 10 15A > relay K5.30
battery > fuse 11 7.5A > switch lights > splice S1
S1 > switch fog > splice S2 > K5.86
K5.85 > ground G1
K5.87 > connector C1.1 > (via dash sill-right) connector C2.1 > splice S3 > lamp fog-left 21W > ground G5
S3 > lamp fog-right 21W > ground G6
S2 > lamp telltale 1.2W > ground G1
S1 > lamp glow 1.2W > ground G1
S1 > connector C1.2 > (via dash sill-right) C2.2 > lamp plate 5W > G5`,
  `circuit "Turn signals from a module"
battery.- > ground GB
battery > fuse 15 15A > module FL.1
battery > fuse 16 7.5A > ignition IGN > FL.3
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
module FL: 1 supply, 2 ground, 3 supply, 4 input up 3kΩ, 5 input up 3kΩ, 10 high-side when 4 low, 11 high-side when 5 low
FL.2 > ground G1
control turn "Turn stalk": off "Off", left "Left", right "Right"
switch TS moves turn: c/l in left, c/r in right
FL.4 > connector C1.1 > TS.l
FL.5 > C1.2 > TS.r
TS.c > C1.3 > ground G2
FL.10 > splice SL > connector C2.1 > lamp fl 21W > ground G3
SL > connector C3.1 > (via sill-left) connector C4.1 > lamp rl 21W > ground G5
SL > lamp sl 5W > G3
FL.11 > splice SR > connector C5.1 > lamp fr 21W > ground G4
SR > connector C3.2 > (via sill-left) C4.2 > lamp rr 21W > G5
SR > lamp sr 5W > G4`,
  `circuit "Marker lamps of a lorry"
24 V
battery.- > ground GB
battery > fuse 30 10A > switch lights > splice S0
S0 > connector C1.1 > (via chassis) splice S1 > lamp m1 5W > ground GF
S1 > connector C2.1 > (via chassis) splice S2 > lamp m2 5W > GF
S2 > connector C3.1 > (via chassis) splice S3 > lamp m3 5W > ground GR
S3 > connector C4.1 > (via chassis) lamp m4 5W > GR
S0 > lamp dash 2W > ground GD
battery > fuse 31 15A > relay K2.30
S0 > K2.86
K2.85 > GD
K2.87 > connector C5.1 > (via chassis) splice S5 > lamp tail-l 10W > splice SG > GR
S5 > lamp tail-r 10W > SG
S5 > connector C6.1 > lamp plate 5W > C6.2
C6.2b > SG`,
  `circuit "Air dryer and heated mirrors"
battery.- > ground GB
battery > fuse 25 20A > relay K8.30
K8.87 > splice S1 > heater glass 160W > ground GT
S1 > fuse 26 7.5A > splice S2 > connector CDL.1 > (via dash door-left) heater mirror-l 20W > CDL.2
CDL.2b > ground GL
S2 > connector CDR.1 > (via dash door-right) heater mirror-r 20W > CDR.2
CDR.2b > ground GR
S1 > lamp telltale 1.2W > ground GD
battery > fuse 27 10A > ignition IGN > K8.86
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
module HVAC: 1 supply, 2 ground, 9 low-side when 12 low, 12 input up 4.7kΩ
fuse 27 > HVAC.1
HVAC.2 > GD
K8.85 > HVAC.9
HVAC.12 > button demist > GD`,
  `circuit "Blower with resistors and a thermal fuse"
battery.- > ground GB
battery > fuse 12 30A > relay K6.30
K6.87 > connector C1.1 > blower fan 18A > C1.2
C1.2b > splice S1
S1 > connector C2.1 > resistor R1 1.2Ω > splice SR1 > resistor R2 0.8Ω > splice SR2 > resistor R3 0.5Ω > splice SR3
control speed "Blower": off "Off", one "1", two "2", three "3", four "4"
switch BS moves speed: g/1 in one, g/2 in two, g/3 in three, g/4 in four
SR3 > BS.1
SR2 > BS.2
SR1 > BS.3
S1 > BS.4
BS.g > ground G1
battery > fuse 13 10A > ignition IGN > K6.86
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
K6.85 > ground G2`,
  `circuit "Starter with clutch switch and immobiliser"
battery.- > ground GB
battery > (35 1.5m) splice SB
SB > relay KS.30
battery > fuse 40 30A > ignition IGN.30
control key "Key": off "Off", run "Run", start "Start"
switch IGN moves key: 30/15 in run start, 30/50 in start
control clutch "Clutch pedal": up "Up", down "Down"
switch CL moves clutch: 1/2 in down
IGN.50 > CL.1
CL.2 > connector C1.1 > KS.86
KS.85 > module IMM.4
module IMM: 1 supply, 2 ground, 4 low-side when key=start
IGN.15 > fuse 41 10A > IMM.1
IMM.2 > ground G1
KS.87 > connector C2.1 > solenoid starter 12A > ground GE
IGN.15 > fuse 42 10A > lamp oil 2W > switch oilp > GE`,
  `circuit "Camper body: step, pump and lights"
battery.- > ground GB
battery > link FM 50A > splice SM
SM > fuse 1 15A > connector C1.1 > switch pump > connector C1.2 > pump water 5A > ground GW
SM > fuse 2 10A > splice SL > switch light-front > lamp front1 10W > ground GA
SL > switch light-rear > splice SR > lamp rear1 10W > ground GA
SR > lamp rear2 10W > GA
SM > fuse 3 20A > splice SS
control step "Step switch": rest "Rest", out "Out", in "In"
switch ST moves step: p/a in out, p/b in in, g/a in rest in, g/b in rest out
SS > ST.p
ST.g > ground GW
ST.a > connector C5.1 > motor step 5A > C5.2
C5.2b > ST.b
SM > fuse 4 20A > relay KF.30
KF.87 > (via chassis) connector C6.1 > heater fridge 120W > ground GF
battery > fuse 5 5A > ignition IGN > KF.86
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
KF.85 > ground GA`,
  `circuit "Injectors and coils by a main relay"
battery.- > ground GB
battery > fuse 60 30A > relay KM.30
battery > fuse 61 10A > ignition IGN > module ECM.1
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
ECM.2 > ground G1
battery > KM.86
KM.85 > ECM.9
KM.87 > splice S1 > ECM.3
S1 > fuse 62 15A > splice S2
S2 > connector C1.1 > injector i1 14Ω > C1.2
C1.2b > ECM.21
S2 > connector C2.1 > injector i2 14Ω > C2.2
C2.2b > ECM.22
S2 > connector C3.1 > injector i3 14Ω > C3.2
C3.2b > ECM.23
S1 > fuse 63 20A > splice S3 > coil c1 0.8Ω > ECM.31
S3 > coil c2 0.8Ω > ECM.32
module ECM: 1 supply, 2 ground, 3 supply, 9 low-side when key=run, 21 low-side, 22 low-side, 23 low-side, 31 low-side, 32 low-side`,
  `circuit "Five-volt sensors of an engine"
battery.- > ground GB
battery > fuse 1 10A > ignition IGN > module ECM.1
control key "Key": off "Off", run "Run"
switch IGN moves key: 1/2 in run
ECM.2 > ground G1
module ECM: 1 supply, 2 ground, 12 sensor 5V 0.05A, 13 ground, 14 input down 100kΩ, 15 input down 100kΩ, 16 input up 2.2kΩ
ECM.12 > splice S5 > connector C1.1 > sensor map > C1.2
C1.2b > splice SG > ECM.13
S5 > connector C2.1 > sensor throttle > C2.2
C2.2b > SG
ECM.16 > connector C3.1 > resistor temp 2.5kΩ > C3.2
C3.2b > SG
battery > fuse 2 15A > relay K1.30
IGN.2 > K1.86
K1.85 > G1
K1.87 > connector C4.1 > pump fuel 6A > ground G2`,
];
