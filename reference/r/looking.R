# What R computes of the methods in core/statistics, for reference/statistics-r.test.ts. R 4.2.2 of Debian 12 (r-base-core).
# Run: Rscript reference/r/looking.R > reference/r/looking.csv
# Data sets of R's package "datasets": AirPassengers (Box and Jenkins, 1970), nottem (Anderson, 1976), cars (Ezekiel, 1930).
row <- function(name, values) cat(sprintf("%s,%d,%.17g\n", name, seq_along(values), as.numeric(values)), sep = "")
cat("name,at,value\n")
air <- as.numeric(AirPassengers)
nottem <- as.numeric(nottem)
row("air", air)
row("nottem", nottem)
row("speed", cars$speed)
row("dist", cars$dist)

# LOESS: local straight lines, tricube weights, no robustness steps, each height computed directly.
direct <- loess.control(surface = "direct")
for (span in c(0.4, 0.75, 1)) {
  fit <- loess(dist ~ speed, cars, span = span, degree = 1, control = direct)
  row(sprintf("loess cars %.2f", span), predict(fit, data.frame(speed = c(4, 7.5, 12, 15.5, 19, 25))))
}
x <- seq_along(air)
fit <- loess(air ~ x, span = 0.3, degree = 1, control = direct)
row("loess air 0.30", predict(fit, data.frame(x = c(1, 2, 50, 72, 143, 144))))

# Prediction intervals of single values.
line <- lm(dist ~ speed, cars)
at <- data.frame(speed = c(4, 15, 30))
for (level in c(0.8, 0.95)) {
  found <- predict(line, at, interval = "prediction", level = level)
  row(sprintf("line cars low %.2f", level), found[, "lwr"])
  row(sprintf("line cars high %.2f", level), found[, "upr"])
}
curve <- lm(air ~ poly(x, 3))
found <- predict(curve, data.frame(x = c(1, 100, 150)), interval = "prediction", level = 0.95)
row("cubic air fit", found[, "fit"])
row("cubic air low 0.95", found[, "lwr"])
row("cubic air high 0.95", found[, "upr"])
grown <- lm(log(air) ~ x)
row("growth air coefficients", c(exp(coef(grown)[1]), coef(grown)[2]))
found <- exp(predict(grown, data.frame(x = c(1, 150)), interval = "prediction", level = 0.95))
row("growth air low 0.95", found[, "lwr"])
row("growth air high 0.95", found[, "upr"])
# Leaving one out, by the hat matrix.
row("cubic air left out", (residuals(curve) / (1 - hatvalues(curve)))[c(1, 50, 144)])

# Holt-Winters: the search, and what a given smoothing comes to.
for (kind in c("additive", "multiplicative")) {
  best <- HoltWinters(AirPassengers, seasonal = kind)
  row(sprintf("air %s squares", kind), best$SSE)
  given <- HoltWinters(AirPassengers, alpha = 0.3, beta = 0.1, gamma = 0.4, seasonal = kind)
  row(sprintf("air %s given squares", kind), given$SSE)
  row(sprintf("air %s given fitted", kind), given$fitted[c(1, 60, 132), "xhat"])
  row(sprintf("air %s given ahead", kind), predict(given, 14))
}
given <- HoltWinters(nottem <- ts(nottem, frequency = 12), alpha = 0.2, beta = 0.05, gamma = 0.3)
row("nottem given ahead", predict(given, 15))
found <- predict(given, 15, prediction.interval = TRUE, level = 0.8)
row("nottem given high 0.80", found[, "upr"])
row("nottem given low 0.80", found[, "lwr"])
row("nottem squares", HoltWinters(nottem)$SSE)

# Correlations, ranks with ties, medians.
row("pearson cars", cor(cars$speed, cars$dist))
row("spearman cars", cor(cars$speed, cars$dist, method = "spearman"))
row("ranks speed", rank(cars$speed))
row("median dist", median(cars$dist))
row("mad dist", mad(cars$dist))
# The lag of b behind a: cross correlations over the pairs that both have, as cor() gives them.
a <- air[1:100]; b <- air[4:103]
row("lags air", sapply(-6:6, function(k) if (k >= 0) cor(a[1:(100 - k)], b[(1 + k):100]) else cor(a[(1 - k):100], b[1:(100 + k)])))

# Quantiles.
row("t 0.975", qt(0.975, c(1, 2, 5, 10, 30, 200)))
row("t 0.9", qt(0.9, c(1, 2, 5, 10, 30, 200)))
row("normal", qnorm(c(0.9, 0.975)))
