/** A horn circuit as a technician would write it from a sketch. */
export const hornText = `battery.- > ground GB
battery > fuse 5 20A > relay K1.30
fuse 5 > K1.86
K1.87 > splice S1 > horn low 5A > ground G1
S1 > horn high 5A > G1
K1.85 > button horn > ground G2
`;
