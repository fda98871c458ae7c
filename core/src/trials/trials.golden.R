# Answers to check core/src/trials against: Rscript trials.golden.R > trials.golden.json
# lm() and its estimable functions, ptukey, mvtnorm for Dunnett, the noncentral t for power.
library(jsonlite)
library(mvtnorm)

make <- function(seed, treatments, blocks, gone = integer()) {
  set.seed(seed)
  plots <- expand.grid(treatment = paste0("t", seq_len(treatments)), block = paste0("b", seq_len(blocks)),
    stringsAsFactors = FALSE)
  plots$value <- 1.2 + 0.05 * as.integer(sub("t", "", plots$treatment)) + rnorm(blocks, 0, 0.06)[as.integer(sub("b", "", plots$block))] +
    rnorm(nrow(plots), 0, 0.05)
  if (length(gone)) plots <- plots[-gone, ]
  plots
}

analyse <- function(plots, check) {
  plots$treatment <- factor(plots$treatment, unique(plots$treatment))
  plots$block <- factor(plots$block, unique(plots$block))
  fit <- lm(value ~ block + treatment, plots)
  df <- df.residual(fit)
  names <- levels(plots$treatment)
  blocks <- levels(plots$block)
  weights <- function(name) {
    grid <- data.frame(block = factor(blocks, blocks), treatment = factor(name, names))
    colMeans(model.matrix(~ block + treatment, grid))
  }
  say <- function(w) c(sum(w * coef(fit)), sqrt(drop(t(w) %*% vcov(fit) %*% w)))
  means <- lapply(names, function(name) { own <- say(weights(name)); list(treatment = name, mean = own[1], se = own[2]) })
  pairs <- combn(names, 2, simplify = FALSE)
  differences <- lapply(pairs, function(pair) {
    own <- say(weights(pair[1]) - weights(pair[2]))
    t <- own[1] / own[2]
    list(a = pair[1], b = pair[2], difference = own[1], se = own[2], p = 2 * pt(-abs(t), df),
      pTukey = ptukey(abs(t) * sqrt(2), length(names), df, lower.tail = FALSE),
      half = qt(0.975, df) * own[2], halfTukey = qtukey(0.95, length(names), df) / sqrt(2) * own[2])
  })
  others <- setdiff(names, check)
  K <- t(sapply(others, function(name) weights(name) - weights(check)))
  V <- K %*% vcov(fit) %*% t(K)
  corr <- cov2cor(V)
  set.seed(1)
  dunnett <- lapply(seq_along(others), function(i) {
    t <- abs(sum(K[i, ] * coef(fit))) / sqrt(V[i, i])
    list(treatment = others[i], p = as.numeric(1 - pmvt(rep(-t, length(others)), rep(t, length(others)), df = df, corr = corr,
      algorithm = GenzBretz(maxpts = 4e6, abseps = 1e-7))))
  })
  a <- anova(fit)
  list(plots = plots, check = check, means = means, differences = differences, dunnett = dunnett, residualDf = df,
    residualSd = summary(fit)$sigma,
    anova = lapply(seq_len(nrow(a)), function(i) list(source = c("block", "treatment", "residual")[i], df = a$Df[i], ss = a$`Sum Sq`[i],
      p = a$`Pr(>F)`[i])))
}

trials <- list(
  analyse(make(1, 4, 5), "t1"),
  analyse(make(2, 3, 4), "t2"),
  analyse(make(3, 2, 6), "t1"),
  analyse(make(4, 6, 4, c(3, 14)), "t1"),
  analyse(make(5, 4, 6, c(1, 6, 11, 20)), "t3")
)

powerOf <- function(r, t, sd, d, comparison) {
  df <- (r - 1) * (t - 1)
  critical <- switch(comparison, planned = qt(0.975, df), all = qtukey(0.95, t, df) / sqrt(2),
    check = { set.seed(1); qmvt(0.95, tail = "both.tails", df = df, corr = diag(0.5, t - 1) + 0.5,
      algorithm = GenzBretz(maxpts = 1e6, abseps = 1e-6))$quantile })
  nc <- d / (sd * sqrt(2 / r))
  1 - pt(critical, df, nc) + pt(-critical, df, nc)
}
powers <- unlist(lapply(c("planned", "check", "all"), function(comparison) lapply(list(c(6, 4), c(3, 3), c(10, 5)), function(x)
  list(replicates = x[1], treatments = x[2], residualSd = 0.05, difference = 0.08, comparison = comparison,
    value = powerOf(x[1], x[2], 0.05, 0.08, comparison)))), recursive = FALSE)
cat(toJSON(list(trials = trials, powers = powers), digits = NA, auto_unbox = TRUE))
