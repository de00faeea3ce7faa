# Recorded with R 4.2.2 and markovchain 0.9.1 (Debian's r-cran-markovchain): Rscript core/tests/Forecast/markovchain.R
# A quiz as a chain by hand: a question (1) with a hint (2) and a video (3) below it, a second question (4) that leads back
# to the first, and two finishes (5, 6).
suppressPackageStartupMessages(library(markovchain))
P <- matrix(0, 6, 6)
P[1, c(2, 4)] <- c(0.45, 0.55)
P[2, c(1, 3)] <- c(0.7, 0.3)
P[3, 1] <- 1
P[4, c(1, 5, 6)] <- c(0.25, 0.6, 0.15)
P[5, 5] <- P[6, 6] <- 1
chain <- new("markovchain", states = as.character(1:6), transitionMatrix = P)
print(meanNumVisits(chain)["1", ], digits = 12)
print(absorptionProbabilities(chain)["1", ], digits = 12)
print(meanAbsorptionTime(chain)["1"], digits = 12)
Q <- P[1:4, 1:4]; N <- solve(diag(4) - Q); t <- rowSums(N)
print(((2 * N - diag(4)) %*% t - t^2)[1], digits = 12)
